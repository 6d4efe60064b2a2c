import { timedOf, type Track } from '../web/index.ts'

/** An animation, or a part of one, as the specification has it. */
export type Lottie = Readonly<Record<string, unknown>>

/** A value of a Lottie property at a keyframe. */
type Value = readonly number[] | readonly [LottieOutline]

/** An outline by its vertices, each with its two handles seen from it. */
export interface LottieOutline {
  readonly c: boolean
  readonly v: readonly (readonly number[])[]
  readonly i: readonly (readonly number[])[]
  readonly o: readonly (readonly number[])[]
}

interface Keyframe {
  readonly t: number
  readonly s: Value
  readonly h?: 1
  readonly o?: Easing
  readonly i?: Easing
  /** Handles of a route from here to the next keyframe. */
  readonly to?: readonly number[]
  readonly ti?: readonly number[]
}

interface Easing {
  readonly x: number
  readonly y: number
}

/** A property as Lottie has it: still, or with keyframes. */
export type LottieProperty =
  | { readonly a: 0; readonly k: number | readonly number[] | LottieOutline }
  | { readonly a: 1; readonly k: readonly Keyframe[] }

/** What is seen whole, %. */
export const SHOWN: LottieProperty = { a: 0, k: 100 }

/** So much before a jump, in frames, what it jumps from is said once more. */
const BEFORE = 1e-3

const digits = (value: number): number => Number(value.toFixed(6))

/**
 * A track as a property of several numbers, or of one.
 * @param frames how many the animation has
 * @param valueOf numbers of the track as Lottie's
 * Source: Lottie specification 1.0, Properties (keyframes, easing handles).
 */
export function lottieNumbers(
  track: Track,
  frames: number,
  valueOf: (numbers: readonly number[]) => readonly number[],
): LottieProperty {
  const written = (numbers: readonly number[]): number[] => valueOf(numbers).map(digits)
  return animated(track, frames, written) ?? still(written(track.keys[0]!.numbers))
}

const still = (value: readonly number[]): LottieProperty => ({
  a: 0,
  k: value.length === 1 ? value[0]! : value,
})

/** A track whose numbers are the points of cubics, as an outline. */
export function lottieOutline(track: Track, frames: number, closed: boolean): LottieProperty {
  const outlineAt = (numbers: readonly number[]): LottieOutline => outlineOf(numbers, closed)
  const found = animated(track, frames, (numbers) => [outlineAt(numbers)] as const)
  return found ?? { a: 0, k: outlineAt(track.keys[0]!.numbers) }
}

/** A route: positions, with the handles of the curves between them. @returns null where the track is not passed whole, curve by curve */
export function lottieRoute(track: Track, frames: number): LottieProperty | null {
  const path = track.path!
  const lengths = path.map(({ route }) => route.length)
  const starts = lengths.map((_, i) => lengths.slice(0, i).reduce((sum, one) => sum + one, 0))
  const isOn = (distance: number, of: number): boolean => Math.abs(distance - of) < 1e-6 * (1 + of)
  const whole = track.keys.every((key, i) => {
    const next = track.keys[i + 1]
    if (!next || next.numbers[0] === key.numbers[0]) return true
    return starts.some(
      (start, n) =>
        isOn(key.numbers[0]!, start) &&
        isOn(next.numbers[0]!, start + lengths[n]!) &&
        path[n]!.route.cubics.length === 1,
    )
  })
  // A bend that is cut into several goes along parts of a curve.
  const timed = timedOf(track, timing(frames))
  if (!whole || timed.length !== track.keys.length) return null
  const pointAt = (distance: number): number[] => {
    const n = Math.max(
      0,
      starts.findLastIndex((start) => distance >= start - 1e-6),
    )
    const out = new Float64Array(2)
    path[n]!.route.pointInto(out, Math.min(lengths[n]!, Math.max(0, distance - starts[n]!)))
    return [...out].map(digits)
  }
  const property = animated(track, frames, ([distance]) => pointAt(distance!))
  if (!property || property.a === 0) return { a: 0, k: pointAt(track.keys[0]!.numbers[0]!) }
  const keyframes = property.k.map((keyframe, i): Keyframe => {
    const [from, to] = [timed[i]!, timed[i + 1]]
    if (!to || keyframe.h || from.numbers[0] === to.numbers[0]) return keyframe
    const n = starts.findIndex((start) => isOn(from.numbers[0]!, start))
    const { cubics } = path[n]!.route
    const cubic = cubics[0]!
    const away = (point: readonly number[], of: readonly number[]): number[] =>
      point.map((part, k) => digits(part - of[k]!))
    return { ...keyframe, to: away(cubic.leave, cubic.from), ti: away(cubic.arrive, cubic.to) }
  })
  return { a: 1, k: keyframes }
}

const timing = (frames: number) => ({ frame: 1 / frames, isBounded: false })

function animated<V extends Value>(
  track: Track,
  frames: number,
  valueOf: (numbers: readonly number[]) => V,
): LottieProperty | null {
  const timed = timedOf(track, timing(frames))
  const values = timed.map(({ numbers }) => valueOf(numbers))
  const first = JSON.stringify(values[0])
  if (values.every((value) => JSON.stringify(value) === first)) return null
  const keyframes = timed.map(({ share, spline }, i): Keyframe => {
    const next = timed[i + 1]
    const t = share * frames
    if (!next) return { t: digits(t), s: values[i]! }
    if (next.share === share) return { t: digits(Math.max(0, t - BEFORE)), s: values[i]!, h: 1 }
    const [x1, y1, x2, y2] = (spline ?? [0, 0, 1, 1]).map(digits) as [number, number, number, number]
    return { t: digits(t), s: values[i]!, o: { x: x1, y: y1 }, i: { x: x2, y: y2 } }
  })
  return { a: 1, k: keyframes }
}

/** Points of cubics, the start first, then two handles and an end each, as vertices. */
export function outlineOf(numbers: readonly number[], closed: boolean): LottieOutline {
  const at = (k: number): readonly number[] => [numbers[2 * k]!, numbers[2 * k + 1]!]
  const pieces = (numbers.length / 2 - 1) / 3
  const away = (point: readonly number[], of: readonly number[]): number[] => [
    digits(point[0]! - of[0]!),
    digits(point[1]! - of[1]!),
  ]
  // The end of a closed outline is its start again.
  const count = closed ? pieces : pieces + 1
  const vertices = Array.from({ length: count }, (_, k) => at(3 * k))
  const none = [0, 0]
  return {
    c: closed,
    v: vertices.map((point) => point.map(digits)),
    o: vertices.map((point, k) => (k < pieces ? away(at(3 * k + 1), point) : none)),
    i: vertices.map((point, k) => {
      const before = k === 0 ? (closed ? pieces : 0) : k
      return before === 0 ? none : away(at(3 * before - 1), point)
    }),
  }
}
