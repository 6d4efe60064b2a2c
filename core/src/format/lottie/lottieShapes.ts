import { LINEAR } from '../../bend/index.ts'
import { isMoving } from '../../property/index.ts'
import { outlineAsCubics, outlineAtTime, type Layer } from '../../scene/index.ts'
import {
  colourInSrgb,
  gradientAt,
  gradientTrack,
  outlineTrack,
  toTrack,
  trackOf,
  type PlayedStops,
  type Track,
  type WebContext,
} from '../web/index.ts'
import { lottieNumbers, lottieOutline, SHOWN, type LottieProperty } from './lottieValues.ts'

/** Something a shape layer of Lottie holds. */
export type LottieShape = Readonly<Record<string, unknown>>

const CAPS: Readonly<Record<string, number>> = { butt: 1, round: 2, square: 3 }
const JOINS: Readonly<Record<string, number>> = { miter: 1, round: 2, bevel: 3 }
/** Where a group is that is not moved by itself. */
export const PLACED = {
  ty: 'tr',
  a: { a: 0, k: [0, 0] },
  p: { a: 0, k: [0, 0] },
  s: { a: 0, k: [100, 100] },
  r: { a: 0, k: 0 },
  o: SHOWN,
} as const

/** A shape with its line and its fill. Source: Lottie specification 1.0, Shapes. */
export function lottieShapes(layer: Layer, context: WebContext, frames: number): readonly LottieShape[] {
  const number = (name: string): LottieProperty =>
    lottieNumbers(trackOf(layer, name, context), frames, ([value]) => [value!])
  const geometry = geometryOf(layer, context, frames)
  const trim = isTrimmed(layer)
    ? [
        {
          ty: 'tm',
          s: number('trim start'),
          e: number('trim end'),
          o: lottieNumbers(trackOf(layer, 'trim offset', context), frames, ([percent]) => [percent! * 3.6]),
          m: 1,
        },
      ]
    : []
  // What is trimmed is the line: the fill is of the whole.
  const line = { ty: 'gr', nm: 'line', it: [geometry, ...trim, stroke(layer, context, frames), PLACED] }
  const fill = {
    ty: 'gr',
    nm: 'fill',
    it: [geometry, fillOf(layer, context, frames), PLACED],
  }
  return [line, fill]
}

function geometryOf(layer: Layer, context: WebContext, frames: number): LottieShape {
  const size = (): LottieProperty =>
    lottieNumbers(trackOf(layer, 'size', context), frames, (pair) => pair.map((part) => Math.max(0, part)))
  const middle: LottieProperty = { a: 0, k: [0, 0] }
  if (layer.kind === 'ellipse') return { ty: 'el', p: middle, s: size() }
  if (layer.kind === 'rectangle') {
    const corner = lottieNumbers(trackOf(layer, 'corner', context), frames, ([r]) => [Math.max(0, r!)])
    return { ty: 'rc', p: middle, s: size(), r: corner }
  }
  return { ty: 'sh', ks: outlineProperty(layer, context, frames) }
}

function outlineProperty(layer: Layer, context: WebContext, frames: number): LottieProperty {
  const moving = outlineTrack(layer, context)
  if (moving) return lottieOutline(moving.track, frames, moving.closed)
  const outline = outlineAtTime(layer, 'outline', 0, context.library)
  const numbers = outlineAsCubics(outline, (vertex) => outline.vertices[vertex]!.corner > 0).flatMap(
    ({ from, leave, arrive, to }, i) => [...(i === 0 ? from : []), ...leave, ...arrive, ...to],
  )
  return lottieOutline(
    toTrack({ keys: [{ share: 0, numbers, bend: LINEAR }], path: null }, 0),
    frames,
    outline.closed,
  )
}

/** What fills a shape: a gradient while it has one. Source: Lottie specification 1.0, Gradients. */
function fillOf(layer: Layer, context: WebContext, frames: number): LottieShape {
  const gradient = gradientTrack(layer, context)
  if (!gradient) return paint('fl', colourTrack(layer, 'fill', context), frames)
  const { kind, track } = gradient
  const isClear = track.keys.some(({ numbers }) => gradientAt(numbers).stops.some(({ alpha }) => alpha < 1))
  const stopsOf = ({ stops }: PlayedStops): number[] => [
    ...stops.flatMap(({ offset, colour }) => [offset, ...colour]),
    ...(isClear ? stops.flatMap(({ offset, alpha }) => [offset, alpha]) : []),
  ]
  const number = (of: (gradient: PlayedStops) => readonly number[]): LottieProperty =>
    lottieNumbers(track, frames, (numbers) => of(gradientAt(numbers)))
  return {
    ty: 'gf',
    t: kind === 'linear' ? 1 : 2,
    s: number(({ start }) => start),
    e: number(({ end }) => end),
    g: { p: gradientAt(track.keys[0]!.numbers).stops.length, k: number(stopsOf) },
    o: SHOWN,
    r: 1,
  }
}

export const colourTrack = (layer: Layer, name: string, context: WebContext): Track =>
  colourInSrgb(trackOf(layer, name, context, 0.00002))

export function paint(ty: 'fl' | 'st', track: Track, frames: number): LottieShape {
  return {
    ty,
    c: lottieNumbers(track, frames, ([r, g, b]) => [r! / 255, g! / 255, b! / 255]),
    o: lottieNumbers(track, frames, ([, , , alpha]) => [100 * alpha!]),
    ...(ty === 'fl' ? { r: 1 } : {}),
  }
}

function stroke(layer: Layer, context: WebContext, frames: number): LottieShape {
  const number = (name: string): LottieProperty =>
    lottieNumbers(trackOf(layer, name, context), frames, ([value]) => [Math.max(0, value!)])
  const choice = (name: string, of: Readonly<Record<string, number>>): number =>
    of[String(layer.properties[name]?.value)] ?? 1
  const dashes = isDashed(layer)
    ? {
        d: [
          { n: 'd', nm: 'dash', v: number('dash') },
          { n: 'g', nm: 'gap', v: number('dash gap') },
          {
            n: 'o',
            nm: 'offset',
            v: lottieNumbers(trackOf(layer, 'dash offset', context), frames, ([value]) => [value!]),
          },
        ],
      }
    : {}
  return {
    ...paint('st', colourTrack(layer, 'stroke', context), frames),
    w: number('stroke width'),
    lc: choice('line ends', CAPS),
    lj: choice('line joins', JOINS),
    ml: 4,
    ...dashes,
  }
}

const differs = ({ properties }: Layer, name: string, usual: number): boolean =>
  properties[name] !== undefined && (isMoving(properties[name]) || properties[name].value !== usual)

/** Whether only a part of a path's line is drawn. */
const isTrimmed = (layer: Layer): boolean =>
  layer.kind === 'path' &&
  (differs(layer, 'trim start', 0) || differs(layer, 'trim end', 100) || differs(layer, 'trim offset', 0))
/** The same of rectangles and ellipses, whose lines begin elsewhere in Lottie. */
export const wantsTrim = (layer: Layer): boolean =>
  (layer.kind === 'rectangle' || layer.kind === 'ellipse') &&
  (differs(layer, 'trim start', 0) || differs(layer, 'trim end', 100))
const isDashed = (layer: Layer): boolean => differs(layer, 'dash', 0) || differs(layer, 'dash gap', 0)
