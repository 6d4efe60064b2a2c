import { HOLD } from '../../bend/index.ts'
import { playedProperty, type Layer } from '../../scene/index.ts'
import { playAlong, playLooks, type PlayOptions } from '../../play/index.ts'
import {
  boxTag,
  escapeText,
  playOptions,
  pixel,
  round,
  scaleText,
  trackOf,
  toleranceOf,
  withoutOwnCopy,
  type WebContext,
} from './webContext.ts'
import type { Move, MovingElement, Shell } from './motion/motion.ts'
import { toTrack, type Track } from './track.ts'
import { pathText } from './pathText.ts'

/** What of a layer its boxes have. */
export interface BoxParts {
  /** Its opacity and span, too, which count for itself and what stands in it. */
  readonly showing: boolean
  /** Whether they are around another layer, that rides on it. */
  readonly carrying: boolean
}

/** The boxes that place a layer. */
export function boxMarkup(layer: Layer, parts: BoxParts, inner: string, context: WebContext): string {
  const { shells, copies } = context
  const which = `${parts.showing} ${parts.carrying} ${layer.id} ${[...copies].join(' ')}`
  let shell = shells.get(which)
  if (!shell) shells.set(which, (shell = boxShell(layer, parts, context)))
  return `${shell[0]}${inner}${shell[1]}`
}

function boxShell(layer: Layer, { showing, carrying }: BoxParts, context: WebContext): Shell {
  const trackBy = (name: string, within?: number): Track => trackOf(layer, name, context, within)
  const split = Boolean(layer.properties['position']!.split)
  const position = split ? null : trackBy('position')
  const place: Move[] = position
    ? position.path
      ? []
      : [{ property: 'translate', track: position, write: pixelPair }]
    : ['x', 'y'].map((axis) => ({
        property: `translate-${axis}`,
        track: trackBy(`position ${axis}`),
        write: pixels,
      }))
  const turn = turnTrack(layer, context)
  const moves: Move[] = [
    ...place,
    { property: 'rotate', track: turn, write: ([degrees]) => `${round(degrees!)}deg` },
    {
      property: 'scale',
      track: trackBy('scale'),
      write: scaleText,
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
  ]
  const tag = boxTag(context)
  const around = (element: Omit<MovingElement, 'tag'>, [first, last]: Shell): Shell => {
    const [open, close] = context.motion.shell({ tag, ...element })
    return [open + first, last + close]
  }
  // So that whoever reads it knows whose motion several have in common.
  const attributes = carrying ? ` data-carrier="${escapeText(layer.name)}"` : ''
  let shell = around({ attributes, moves }, ['', ''])
  if (position?.path) {
    const along: Move = {
      property: 'offset-distance',
      track: position,
      write: pixels,
    }
    shell = around({ route: pathText(position.path), moves: [along] }, shell)
  }
  const [from, to] = layer.span
  // Its span is the layer's, whichever copy it is of.
  const options = playOptions(layer, { ...context, copies: withoutOwnCopy(layer, context) })
  if (!showing || (options.clock.isSceneTime && from <= 0 && to >= context.duration)) return shell
  const track = options.clock.isSceneTime ? spanTrack(from, to, context) : retimedSpanTrack(from, to, options)
  return around({ moves: [{ property: 'opacity', track, write: ([on]) => String(on) }] }, shell)
}

/** What a layer's turn does: its own, that of its route, or that of what rolls. */
export const turnTrack = (layer: Layer, context: WebContext): Track =>
  layer.rolls || layer.turnAlongRoute === undefined
    ? trackOf(withRolledTurn(layer, context), 'turn', context)
    : toTrack(playAlong(layer, playOptions(layer, context)), toleranceOf(context))

/** The layer with the turn it plays. */
const withRolledTurn = (layer: Layer, { library }: WebContext): Layer =>
  layer.rolls
    ? { ...layer, properties: { ...layer.properties, turn: playedProperty(layer, 'turn', library) } }
    : layer

function spanTrack(from: number, to: number, context: WebContext): Track {
  const { duration } = context
  const steps = [
    { share: 0, numbers: [from <= 0 && to > 0 ? 1 : 0] },
    { share: from / duration, numbers: [1] },
    { share: to / duration, numbers: [0] },
  ].filter(({ share }, i) => i === 0 || (share > 0 && share < 1))
  return toTrack({ keys: steps.map((step) => ({ ...step, bend: HOLD })), path: null }, toleranceOf(context))
}

/** The same for a layer whose time is not the scene's. */
function retimedSpanTrack(from: number, to: number, options: PlayOptions): Track {
  const showsInto = (out: Float64Array, sceneTime: number): void => {
    const time = options.clock.timeAt(sceneTime)
    out[0] = time >= from && time < to ? 1 : 0
  }
  return toTrack(playLooks(showsInto, 1, options), options.within)
}

const pixelPair = ([x, y]: readonly number[]): string => `${pixel(x!)} ${pixel(y!)}`
const pixels = ([value]: readonly number[]): string => pixel(value!)
