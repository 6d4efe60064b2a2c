import { playedProperty, type Layer } from '../../scene/index.ts'
import { playAlong, playLooks, type PlayOptions } from '../../play/index.ts'
import {
  boxTag,
  playOptions,
  round,
  trackOf,
  WITHIN,
  withoutOwnCopy,
  type CssContext,
  type Shell,
} from './cssContext.ts'
import { keyframesOf, type Track } from './keyframes.ts'
import type { StyleEntry } from './keyframeSheet.ts'
import { pathText } from './pathText.ts'

/** The boxes that place a layer; its opacity and span only where they count. */
export function boxMarkup(layer: Layer, showing: boolean, inner: string, context: CssContext): string {
  const { shells, copies } = context
  const which = `${showing} ${layer.id} ${[...copies].join(' ')}`
  let shell = shells.get(which)
  if (!shell) shells.set(which, (shell = boxShell(layer, showing, context)))
  return `${shell[0]}${inner}${shell[1]}`
}

function boxShell(layer: Layer, showing: boolean, context: CssContext): Shell {
  const { sheet } = context
  const trackBy = (name: string, within?: number): Track => trackOf(layer, name, context, within)
  const split = Boolean(layer.properties['position']!.split)
  const position = split ? null : trackBy('position')
  const place: StyleEntry[] = position
    ? position.path
      ? []
      : [{ property: 'translate', track: position, write: pixelPair }]
    : ['x', 'y'].map((axis) => ({ property: `--${axis}`, track: trackBy(`position ${axis}`), write: pixels }))
  const turn =
    layer.rolls || layer.turnAlongRoute === undefined
      ? trackOf(withRolledTurn(layer, context), 'turn', context)
      : keyframesOf(playAlong(layer, playOptions(layer, context)), WITHIN)
  const turned = sheet.style([
    ...place,
    { property: 'rotate', track: turn, write: ([degrees]) => `${round(degrees!)}deg` },
    {
      property: 'scale',
      track: trackBy('scale'),
      write: ([x, y]) => `${round(x! / 100)} ${round(y! / 100)}`,
    },
    {
      property: 'transform',
      track: trackBy('pivot'),
      write: ([x, y]) => `translate(${round(-x!)}px,${round(-y!)}px)`,
    },
    ...(showing
      ? [
          {
            property: 'opacity',
            track: trackBy('opacity'),
            write: ([percent]: readonly number[]) => round(percent! / 100),
          },
        ]
      : []),
  ])
  const moved = split ? 'translate:var(--x) var(--y);' : ''
  const tag = boxTag(context)
  let shell: Shell = [`<${tag} style="${moved}${turned}">`, `</${tag}>`]
  if (position?.path) {
    const along = sheet.style([
      { property: 'offset-distance', track: position, write: ([distance]) => `${round(distance!)}px` },
    ])
    const path = pathText(position.path)
    shell = within(tag, `offset-path:path('${path}');offset-rotate:0deg;${along}`, shell)
  }
  const [from, to] = layer.span
  // Its span is the layer's, whichever copy it is of.
  const options = playOptions(layer, { ...context, copies: withoutOwnCopy(layer, context) })
  if (!showing || (options.clock.isSceneTime && from <= 0 && to >= context.duration)) return shell
  const track = options.clock.isSceneTime
    ? spanTrack(from, to, context.duration)
    : retimedSpanTrack(from, to, options)
  const shown = sheet.style([{ property: 'opacity', track, write: ([on]) => String(on) }])
  return within(tag, shown, shell)
}

/** The layer with the turn it plays. */
const withRolledTurn = (layer: Layer, { library }: CssContext): Layer =>
  layer.rolls
    ? { ...layer, properties: { ...layer.properties, turn: playedProperty(layer, 'turn', library) } }
    : layer

const within = (tag: string, style: string, [first, last]: Shell): Shell => [
  `<${tag} style="${style}">${first}`,
  `${last}</${tag}>`,
]

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

/** The same for a layer whose time is not the scene's. */
function retimedSpanTrack(from: number, to: number, options: PlayOptions): Track {
  const showsInto = (out: Float64Array, sceneTime: number): void => {
    const time = options.clock.timeAt(sceneTime)
    out[0] = time >= from && time < to ? 1 : 0
  }
  return keyframesOf(playLooks(showsInto, 1, options), options.within)
}

const pixelPair = ([x, y]: readonly number[]): string => `${round(x!)}px ${round(y!)}px`
const pixels = ([value]: readonly number[]): string => `${round(value!)}px`
