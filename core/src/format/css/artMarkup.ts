import { hexOf, type OklabAlpha, type Outline, type Property } from '../../property/index.ts'
import { outlinePathData, type Layer } from '../../scene/index.ts'
import { escapeText, round, trackOf, WITHIN, type CssContext } from './cssContext.ts'
import { choiceValues, propertyTrack, type Track } from './keyframes.ts'
import type { StyleEntry } from './keyframeSheet.ts'
import { outlineTrack } from './outlineTrack.ts'

const WITHIN_COLOUR = 0.00002

function oklabText([l, a, b, alpha]: readonly number[]): string {
  return `oklab(${round(l!)} ${round(a!)} ${round(b!)}${alpha! < 1 ? ` / ${round(alpha!)}` : ''})`
}

/** A layer's art: the innermost element, in the layer's own coordinates. */
export function artMarkup(layer: Layer, context: CssContext): string {
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
    case 'path':
      return pathMarkup(layer, painted(), context)
    case 'text':
      return textMarkup(layer, colour('fill', 'fill'), context)
    case 'image':
      return imageMarkup(layer, context)
    default:
      return ''
  }
}

function textMarkup(layer: Layer, filled: readonly StyleEntry[], context: CssContext): string {
  const entries = [
    {
      property: 'font-size',
      track: trackOf(layer, 'font size', context),
      write: ([size]: readonly number[]) => `${round(Math.max(0, size!))}px`,
    },
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
    ...filled,
  ]
  const style = `font-family:'Scene text',sans-serif;white-space:pre;${context.sheet.style(entries)}`
  const texts = choicesOf(layer.properties['content']!, context).map(({ value, shown }) => {
    const text = `<text text-anchor="middle" style="${style}">${escapeText(value)}</text>`
    return shown ? `<g style="${shown}">${text}</g>` : text
  })
  return `<svg>${texts.join('')}</svg>`
}

function pathMarkup(
  layer: Layer,
  painted: readonly StyleEntry[],
  { sheet, scene, library }: CssContext,
): string {
  const property = layer.properties['outline']!
  const looks = 'stroke-linejoin="round" stroke-linecap="round"'
  if (property.keys.length === 0) {
    const data = outlinePathData(property.value as Outline)
    return `<svg><path d="${data}" ${looks} style="${sheet.style(painted)}"/></svg>`
  }
  const { track, write } = outlineTrack(property, { duration: scene.duration, within: WITHIN, library })
  return `<svg><path ${looks} style="${sheet.style([{ property: 'd', track, write }, ...painted])}"/></svg>`
}

interface ShownChoice {
  readonly value: string
  /** Style that shows it only while it is chosen; empty where it always is. */
  readonly shown: string
}

/** Every value a choice takes during the scene, once each. */
function choicesOf(property: Property, { scene, sheet, library }: CssContext): ShownChoice[] {
  const { keyframes } = propertyTrack(property, { duration: scene.duration, within: 1, library })
  const unrolled = choiceValues(property, scene.duration, library)
  const values = [...new Set(unrolled)]
  if (values.length === 1) return [{ value: values[0]!, shown: '' }]
  return values.map((value) => {
    const track: Track = {
      keyframes: keyframes.map(({ offset, numbers }) => ({
        offset,
        numbers: [unrolled[numbers[0]!] === value ? 1 : 0],
        easing: 'steps(1, end)',
      })),
      path: null,
    }
    const style = sheet.style([{ property: 'opacity', track, write: ([on]) => String(on) }])
    return { value, shown: style }
  })
}

function imageMarkup(layer: Layer, context: CssContext): string {
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
  const pictures = choicesOf(layer.properties['picture']!, context).map(({ value, shown }) => {
    const asset = context.project.assets.find(({ id }) => id === value)
    if (!asset) return ''
    const [width, height] = asset.size
    const place = `width:${width}px;height:${height}px;margin:${round(-height / 2)}px 0 0 ${round(-width / 2)}px`
    const look = [place, cropped ? inset + crop : ''].filter(Boolean).join(';')
    const picture = `<img alt="" src="${context.options.pictureUrl(value)}" style="${look}">`
    return shown ? `<div style="${shown}">${picture}</div>` : picture
  })
  return pictures.join('')
}

function isUsed(layer: Layer, name: string): boolean {
  const property = layer.properties[name]!
  return property.keys.length > 0 || property.value !== 0
}
