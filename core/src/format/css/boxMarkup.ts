import type { Layer } from '../../scene/index.ts'
import { alongTrack } from './alongTrack.ts'
import { round, trackOf, type CssContext } from './cssContext.ts'
import type { Track } from './keyframes.ts'
import type { StyleEntry } from './keyframeSheet.ts'
import { pathText } from './pathText.ts'

/** The boxes that place a layer; its opacity and span only where they count. */
export function boxMarkup(layer: Layer, showing: boolean, inner: string, context: CssContext): string {
  const { sheet, scene } = context
  const track = (name: string, within?: number): Track => trackOf(layer, name, context, within)
  const split = Boolean(layer.properties['position']!.split)
  const position = split ? null : track('position')
  const place: StyleEntry[] = position
    ? position.path
      ? []
      : [{ property: 'translate', track: position, write: pixelPair }]
    : ['x', 'y'].map((axis) => ({ property: `--${axis}`, track: track(`position ${axis}`), write: pixels }))
  const turn = layer.turnAlongRoute === undefined ? track('turn') : alongTrack(layer, context.library, scene)
  const turned = sheet.style([
    ...place,
    { property: 'rotate', track: turn, write: ([degrees]) => `${round(degrees!)}deg` },
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
  const moved = split ? 'translate:var(--x) var(--y);' : ''
  let markup = `<div style="${moved}${turned}">${inner}</div>`
  if (position?.path) {
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
const pixels = ([value]: readonly number[]): string => `${round(value!)}px`
