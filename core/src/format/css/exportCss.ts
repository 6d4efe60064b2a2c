import { hexOf, parseColour, type OklabAlpha, type Outline } from '../../property/index.ts'
import { outlinePathData, type Layer, type Project, type Scene } from '../../scene/index.ts'
import { secondsOfTicks } from '../../time/index.ts'
import { propertyTrack, type Track } from './keyframes.ts'
import { pathText } from './pathText.ts'
import { KeyframeSheet, type StyleEntry } from './keyframeSheet.ts'

export interface CssExportOptions {
  /** The URL (usually `data:`) of an asset's picture, by asset id. */
  readonly pictureUrl: (assetId: string) => string
  /** The URL of the font text layers are set in; left out when there is no text. */
  readonly fontUrl?: string
}

/**
 * Largest error of what is written as straight pieces or points, in the property's own unit. A scale or a turn
 * moves what lies 2 000 px from its pivot, so they are held to 1/2000 of what places are.
 */
const WITHIN = 0.02
const WITHIN_FAR: Readonly<Record<string, number>> = { scale: 0.001, turn: 0.0005 }
const WITHIN_COLOUR = 0.00002

/**
 * A scene as one HTML page that plays by itself, over and over, without scripts.
 * Moves are `translate`, `rotate`, `scale` and `opacity`; curved routes are `offset-path`.
 * @returns the whole text of the page
 * Source: W3C, CSS Animations 1, CSS Transforms 2 (individual transforms), Motion Path 1, CSS Easing 2.
 */
export function exportCssPage(project: Project, scene: Scene, options: CssExportOptions): string {
  const sheet = new KeyframeSheet(secondsOfTicks(scene.duration))
  const layers = new Map(scene.layers.map((layer) => [layer.id, layer]))
  const body = [...scene.layers]
    .reverse()
    .filter((layer) => layer.kind !== 'group' && isVisible(layer, layers))
    .map((layer) => layerMarkup(layer, { scene, project, layers, sheet, options }))
  const [width, height] = scene.size
  const font = options.fontUrl
    ? `@font-face{font-family:"Scene text";src:url("${options.fontUrl}");font-weight:200 800}\n`
    : ''
  return `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width">
<title>${escapeText(`${project.name}: ${scene.name}`)}</title>
<style>
@property --w{syntax:"<length>";inherits:true;initial-value:0px}
@property --h{syntax:"<length>";inherits:true;initial-value:0px}
${['left', 'right', 'top', 'bottom'].map((side) => `@property --crop-${side}{syntax:"<percentage>";inherits:false;initial-value:0%}`).join('\n')}
${font}body{margin:0;background:${cssColour(scene.background)}}
.frame{position:relative;width:${width}px;height:${height}px;overflow:hidden;background:${cssColour(scene.background)}}
.frame div,.frame svg,.frame img{position:absolute;left:0;top:0;transform-origin:0 0;overflow:visible}
.frame div{width:0;height:0}
.frame svg{width:1px;height:1px}
${sheet.text()}</style>
</head>
<body>
<div class="frame">
${body.join('\n')}
</div>
</body>
</html>
`
}

interface Context {
  readonly scene: Scene
  readonly project: Project
  readonly layers: ReadonlyMap<string, Layer>
  readonly sheet: KeyframeSheet
  readonly options: CssExportOptions
}

function isVisible(layer: Layer, layers: ReadonlyMap<string, Layer>): boolean {
  const parent = layer.parent === null ? undefined : layers.get(layer.parent)
  return layer.visible && (parent?.kind === 'group' ? isVisible(parent, layers) : true)
}

/** A layer's art in a chain of empty boxes, one or two for every layer it rides on: draw order stays free. */
function layerMarkup(layer: Layer, context: Context): string {
  let markup = artMarkup(layer, context)
  let group = true
  for (
    let at: Layer | undefined = layer;
    at;
    at = at.parent === null ? undefined : context.layers.get(at.parent)
  ) {
    const showing: boolean = at === layer || (group && at.kind === 'group')
    markup = boxMarkup(at, showing, markup, context)
    group = showing
  }
  return `<div data-layer="${escapeText(layer.name)}">${markup}</div>`
}

function trackOf(layer: Layer, name: string, { scene }: Context, within = WITHIN): Track {
  return propertyTrack(layer.properties[name]!, {
    duration: scene.duration,
    within: WITHIN_FAR[name] ?? within,
  })
}

/** The boxes that place a layer; its opacity and span only where they count. */
function boxMarkup(layer: Layer, showing: boolean, inner: string, context: Context): string {
  const { sheet, scene } = context
  const track = (name: string, within?: number): Track => trackOf(layer, name, context, within)
  const position = track('position')
  const turned = sheet.style([
    ...(position.path ? [] : [{ property: 'translate', track: position, write: pixelPair }]),
    { property: 'rotate', track: track('turn'), write: ([degrees]) => `${round(degrees!)}deg` },
    { property: 'scale', track: track('scale'), write: ([x, y]) => `${round(x! / 100)} ${round(y! / 100)}` },
    {
      property: 'transform',
      track: track('pivot'),
      write: ([x, y]) => `translate(${round(-x!)}px,${round(-y!)}px)`,
    },
    ...(showing
      ? [
          {
            property: 'opacity',
            track: track('opacity'),
            write: ([percent]: readonly number[]) => round(percent! / 100),
          },
        ]
      : []),
  ])
  let markup = `<div style="${turned}">${inner}</div>`
  if (position.path) {
    const along = sheet.style([
      { property: 'offset-distance', track: position, write: ([distance]) => `${round(distance!)}px` },
    ])
    markup = `<div style="offset-path:path('${pathText(position.path)}');offset-rotate:0deg;${along}">${markup}</div>`
  }
  const [from, to] = layer.span
  if (!showing || (from <= 0 && to >= scene.duration)) return markup
  const shown = sheet.style([
    { property: 'opacity', track: spanTrack(from, to, scene.duration), write: ([on]) => String(on) },
  ])
  return `<div style="${shown}">${markup}</div>`
}

function spanTrack(from: number, to: number, duration: number): Track {
  const steps = [
    { offset: 0, numbers: [from <= 0 && to > 0 ? 1 : 0] },
    { offset: from / duration, numbers: [1] },
    { offset: to / duration, numbers: [0] },
  ].filter(({ offset }, i) => i === 0 || (offset > 0 && offset < 1))
  const last = steps[steps.length - 1]!
  const keyframes = [...steps, { ...last, offset: 1 }].map((step) => ({ ...step, easing: 'steps(1, end)' }))
  return { keyframes, path: null }
}

const pixelPair = ([x, y]: readonly number[]): string => `${round(x!)}px ${round(y!)}px`

/** Six decimals: a millionth of a pixel. */
function round(value: number): string {
  return String(Number(value.toFixed(6)))
}

function cssColour(text: string): string {
  return hexOf(parseColour(text))
}

function oklabText([l, a, b, alpha]: readonly number[]): string {
  return `oklab(${round(l!)} ${round(a!)} ${round(b!)}${alpha! < 1 ? ` / ${round(alpha!)}` : ''})`
}

function artMarkup(layer: Layer, context: Context): string {
  const colour = (name: string, property: string): StyleEntry[] => {
    const track = trackOf(layer, name, context, WITHIN_COLOUR)
    const still = track.keyframes.every(({ numbers }) =>
      numbers.every((part, i) => part === track.keyframes[0]!.numbers[i]),
    )
    const write = still ? (numbers: readonly number[]) => hexOf([...numbers] as OklabAlpha) : oklabText
    return [{ property, track, write }]
  }
  const pixels = (name: string, property: string): StyleEntry[] => [
    { property, track: trackOf(layer, name, context), write: ([value]) => `${round(Math.max(0, value!))}px` },
  ]
  const size = (): StyleEntry[] => {
    const track = trackOf(layer, 'size', context)
    return [
      { property: '--w', track, write: ([width]) => `${round(Math.max(0, width!))}px` },
      { property: '--h', track, write: ([, height]) => `${round(Math.max(0, height!))}px` },
    ]
  }
  const painted = (): StyleEntry[] => [
    ...colour('fill', 'fill'),
    ...colour('stroke', 'stroke'),
    ...pixels('stroke width', 'stroke-width'),
  ]
  const { sheet } = context
  switch (layer.kind) {
    case 'rectangle': {
      const box = 'x:calc(var(--w)*-.5);y:calc(var(--h)*-.5);width:var(--w);height:var(--h)'
      return `<svg><rect style="${box};${sheet.style([...size(), ...pixels('corner', 'rx'), ...painted()])}"/></svg>`
    }
    case 'ellipse':
      return `<svg><ellipse style="rx:calc(var(--w)*.5);ry:calc(var(--h)*.5);${sheet.style([...size(), ...painted()])}"/></svg>`
    case 'path': {
      const data = outlinePathData(layer.properties['outline']!.value as Outline)
      return `<svg><path d="${data}" stroke-linejoin="round" stroke-linecap="round" style="${sheet.style(painted())}"/></svg>`
    }
    case 'text': {
      const entries = [
        ...pixels('font size', 'font-size'),
        {
          property: 'font-weight',
          track: trackOf(layer, 'weight', context),
          write: ([weight]: readonly number[]) => round(weight!),
        },
        {
          property: 'letter-spacing',
          track: trackOf(layer, 'letter spacing', context),
          write: ([gap]: readonly number[]) => `${round(gap!)}px`,
        },
        ...colour('fill', 'fill'),
      ]
      const style = `font-family:'Scene text',sans-serif;white-space:pre;${sheet.style(entries)}`
      return `<svg><text text-anchor="middle" style="${style}">${escapeText(String(layer.properties['content']!.value))}</text></svg>`
    }
    case 'image':
      return imageMarkup(layer, context)
    default:
      return ''
  }
}

function imageMarkup(layer: Layer, context: Context): string {
  const id = String(layer.properties['picture']!.value)
  const asset = context.project.assets.find((candidate) => candidate.id === id)
  if (!asset) return ''
  const [width, height] = asset.size
  const sides = ['top', 'right', 'bottom', 'left']
  const cropped = sides.some((side) => isUsed(layer, `crop ${side}`))
  const crop = context.sheet.style(
    sides.map((side) => ({
      property: `--crop-${side}`,
      track: trackOf(layer, `crop ${side}`, context),
      write: ([percent]: readonly number[]) => `${round(Math.min(100, Math.max(0, percent!)))}%`,
    })),
  )
  const inset = `clip-path:inset(${sides.map((side) => `var(--crop-${side})`).join(' ')});`
  const place = `width:${width}px;height:${height}px;margin:${round(-height / 2)}px 0 0 ${round(-width / 2)}px`
  return `<img alt="" src="${context.options.pictureUrl(id)}" style="${place};${cropped ? inset + crop : ''}">`
}

function isUsed(layer: Layer, name: string): boolean {
  const property = layer.properties[name]!
  return property.keys.length > 0 || property.value !== 0
}

function escapeText(text: string): string {
  return text.replace(/[&<>"']/g, (mark) => `&#${mark.charCodeAt(0)};`)
}
