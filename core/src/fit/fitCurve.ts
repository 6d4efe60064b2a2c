import { solveCubic, unitCubic } from '../bend/index.ts'
import { pieceValueInto, type Curve, type CurvePiece } from './curve.ts'
import { fitCubic, type FittedCubic, type Looks } from './fitCubic.ts'
import { findBreaks } from './findBreaks.ts'
import { lookAt, type LookedAt } from './lookAt.ts'

export interface FitCurveOptions {
  /** Largest distance between fit and curve, in the curve's units, over all components together. > 0 */
  readonly within: number
  /** Longest time between two looks. The error is proven at four looks in each. */
  readonly step: number
  /** Times where the curve may jump or have a kink; each is looked at, and smooth ones are passed over. */
  readonly breaks?: readonly number[]
  /** Looks for jumps and kinks between the breaks, too. */
  readonly search?: boolean
}

export interface FittedCurve {
  readonly pieces: readonly CurvePiece[]
  /** Largest error found, at four looks or more in every step. */
  readonly error: number
}

/** Times a stretch is looked at anew, twice as closely, when its proof finds what the first looks missed. */
const MOST_CLOSER = 5
/** And with a tolerance tighter by this factor. */
const CLOSER = 0.75
/** The longest piece is sought to this share of its length. */
const CLOSE_ENOUGH = 0.04
/** A slope this many times a piece's mean stands upright as good as; no handle could follow it. */
const UPRIGHT = 1e3
/** Two slopes are in line when they differ by no more than this share; found by differences they say less. */
const IN_LINE = 1e-6
const IN_LINE_BY_DIFFERENCES = 1e-3
/** A stretch has at least as many looks. */
const LEAST_LOOKS = 16

/**
 * The fewest cubic pieces with monotone time that stay within a distance of a curve from `start` to `end`. Pieces
 * end at jumps and kinks first. Between those one piece is tried; then pieces between extremes, each as long as it
 * may be; then as long as they may be from the start; whichever takes fewer.
 * @returns the pieces in order of time, each beginning where the one before ends; at a jump their values differ
 * Source: own; each piece by `fitCubic`, its end slopes those of the curve so that pieces join smoothly.
 */
export function fitCurve(curve: Curve, start: number, end: number, options: FitCurveOptions): FittedCurve {
  const given = [...new Set(options.breaks ?? [])].filter((t) => t > start && t < end).sort((a, b) => a - b)
  const looked = [start, ...given, end]
  const found = options.search
    ? looked.slice(1).flatMap((to, i) => findBreaks(curve, looked[i]!, to, options))
    : []
  const breaks = [...new Set([...looked, ...found])].sort((a, b) => a - b)
  const pieces: CurvePiece[] = []
  let error = 0
  for (const [from, to] of smoothStretches(curve, breaks)) {
    const fitted = fitStretch(curve, from, to, options)
    pieces.push(...fitted.pieces)
    error = Math.max(error, fitted.error)
  }
  return { pieces, error }
}

/** Stretches between true jumps and kinks. */
function smoothStretches(curve: Curve, breaks: readonly number[]): [number, number][] {
  const kept = breaks.filter((t, i) => {
    if (i === 0 || i === breaks.length - 1) return true
    return !passesSmoothly(curve, breaks[i - 1]!, t, breaks[i + 1]!)
  })
  return kept.slice(1).map((to, i) => [kept[i]!, to])
}

function passesSmoothly(curve: Curve, before: number, t: number, after: number): boolean {
  const hair = 1e-9
  const [early, late] = [t - hair * (t - before), t + hair * (after - t)]
  const near = values(curve, early)
  const far = values(curve, late)
  const [left, right] = [slopes(curve, early, before), slopes(curve, late, after)]
  const size = Math.hypot(...left) + Math.hypot(...right)
  const moved = size * (late - early) * 2 + 1e-9 * (Math.hypot(...near) + Math.hypot(...far))
  const jump = Math.hypot(...near.map((part, c) => part - far[c]!))
  const kink = Math.hypot(...left.map((part, c) => part - right[c]!))
  const inLine = curve.slopeInto ? IN_LINE : IN_LINE_BY_DIFFERENCES
  return jump <= moved && (kink <= inLine * size || !Number.isFinite(size))
}

function values(curve: Curve, t: number): number[] {
  const out = new Float64Array(curve.width)
  curve.valueInto(out, t)
  return [...out]
}

/** Slopes at a time; without the curve's own, by a difference toward `other`. */
function slopes(curve: Curve, t: number, other: number): number[] {
  const out = new Float64Array(curve.width)
  if (curve.slopeInto) {
    curve.slopeInto(out, t)
    return [...out]
  }
  const near = t + (other - t) * 1e-5
  const [here, there] = [values(curve, t), values(curve, near)]
  return here.map((part, c) => (there[c]! - part) / (near - t))
}

/** A stretch without jumps and kinks. */
function fitStretch(curve: Curve, start: number, end: number, options: FitCurveOptions): FittedCurve {
  let count = Math.max(LEAST_LOOKS, Math.ceil((end - start) / options.step))
  let best: FittedCurve | null = null
  for (let closer = 0; closer < MOST_CLOSER; closer += 1) {
    const looked = lookAt(curve, start, end, count)
    const pieces = fewest(looked, options.within * CLOSER ** closer)
    const error = provenError(curve, pieces, Math.ceil(4 * count))
    if (!best || error < best.error) best = { pieces, error }
    if (error <= options.within) break
    count *= 2
  }
  return best!
}

function fewest(looked: LookedAt, within: number): CurvePiece[] {
  const last = looked.times.length - 1
  const whole = makePiece(looked, 0, last, within)
  if (whole.error <= within) return [whole.piece]
  const plain = greedily(looked, 0, last, within)
  const extremes = [0, ...extremesOf(looked, within), last]
  if (plain.length < extremes.length - 1) return plain
  const byExtremes = extremes.slice(1).flatMap((to, i) => greedily(looked, extremes[i]!, to, within))
  return byExtremes.length <= plain.length ? byExtremes : plain
}

/** Looks where a component turns back by more than the tolerance. */
function extremesOf({ values: list, width, times }: LookedAt, within: number): number[] {
  const turns = new Set<number>()
  for (let c = 0; c < width; c += 1) {
    let candidate = 0
    let rising = 0
    for (let i = 1; i < times.length; i += 1) {
      const gone = list[i * width + c]! - list[candidate * width + c]!
      if (rising === 0 ? Math.abs(gone) > within : gone * rising > 0) {
        rising = Math.sign(gone)
        candidate = i
      } else if (gone * rising < -within) {
        turns.add(candidate)
        rising = -rising
        candidate = i
      }
    }
  }
  turns.delete(0)
  turns.delete(times.length - 1)
  return [...turns].sort((a, b) => a - b)
}

/** Pieces from `first` to `last`, each as long as it may be. */
function greedily(looked: LookedAt, first: number, last: number, within: number): CurvePiece[] {
  const pieces: CurvePiece[] = []
  let at = first
  let stride = last - first
  while (at < last) {
    const { piece, end } = longestPiece(looked, at, { last, stride, within })
    pieces.push(piece)
    stride = end - at
    at = end
  }
  return pieces
}

interface Reach {
  readonly last: number
  /** Where to try first. */
  readonly stride: number
  readonly within: number
}

/** The longest piece from a look that stays within the tolerance; at least one look long. */
function longestPiece(
  looked: LookedAt,
  at: number,
  { last, stride, within }: Reach,
): { piece: CurvePiece; end: number } {
  let good = at + 1
  let piece = makePiece(looked, at, good, within).piece
  let bad = last + 1
  let next = Math.min(last, at + Math.max(2, stride))
  while (bad - good > Math.max(1, CLOSE_ENOUGH * (good - at))) {
    const tried = makePiece(looked, at, next, within)
    if (tried.error <= within) {
      good = next
      piece = tried.piece
      if (good === last) break
    } else bad = next
    // The error of a piece grows about as the fourth power of its length.
    const likely =
      at + Math.floor((next - at) * (within / Math.max(tried.error, within / 100)) ** 0.25 * 0.99)
    next = Math.min(last, likely > good && likely < bad ? likely : (good + bad) >> 1)
  }
  return { piece, end: good }
}

/** One piece between two looks with the most it strays from the looks between. */
function makePiece(
  looked: LookedAt,
  first: number,
  last: number,
  within: number,
): { piece: CurvePiece; error: number } {
  const { times, width } = looked
  const [start, end] = [times[first]!, times[last]!]
  const length = end - start
  const value = (i: number): Float64Array => looked.values.subarray(i * width, (i + 1) * width)
  const change = Math.hypot(...value(first).map((part, c) => part - value(last)[c]!))
  const slope = (i: number): Float64Array | null => {
    const list = looked.slopes.subarray(i * width, (i + 1) * width).map((part) => part * length)
    return Math.hypot(...list) <= UPRIGHT * (change + within) ? list : null
  }
  const looks: Looks = {
    width,
    u: times.slice(first + 1, last).map((t) => (t - start) / length),
    values: looked.values.subarray((first + 1) * width, last * width),
    from: value(first),
    to: value(last),
  }
  const fitted = fitCubic(looks, { slopes: { leave: slope(first), arrive: slope(last) }, within })
  return { piece: pieceOf(fitted, looks, start, end), error: fitted.error }
}

function pieceOf(fitted: FittedCubic, looks: Looks, start: number, end: number): CurvePiece {
  const { reachLeave, reachArrive, leave, arrive } = fitted
  return {
    start,
    end,
    from: Array.from(looks.from),
    to: Array.from(looks.to),
    reachLeave,
    reachArrive,
    leave,
    arrive,
  }
}

/** Largest distance between pieces and curve at `count` looks or more. */
function provenError(curve: Curve, pieces: readonly CurvePiece[], count: number): number {
  const [start, end] = [pieces[0]!.start, pieces[pieces.length - 1]!.end]
  const [want, have] = [new Float64Array(curve.width), new Float64Array(curve.width)]
  let worst = 0
  for (const piece of pieces) {
    const length = piece.end - piece.start
    const cubic = unitCubic(piece.reachLeave, 1 - piece.reachArrive)
    const looks = Math.max(8, Math.ceil((count * length) / (end - start)))
    for (let i = 0; i < looks; i += 1) {
      const u = (i + 0.5) / looks
      curve.valueInto(want, piece.start + u * length)
      pieceValueInto(have, piece, solveCubic(cubic, u))
      let square = 0
      for (let c = 0; c < curve.width; c += 1) square += (want[c]! - have[c]!) ** 2
      worst = Math.max(worst, square)
    }
  }
  return Math.sqrt(worst)
}
