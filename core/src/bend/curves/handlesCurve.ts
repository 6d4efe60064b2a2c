import type { Handles } from '../bend.ts'
import { paceOf, soundReach, timeSlope, type Ordinates } from './paceLimit.ts'
import { solveCubic, type UnitCubic, unitCubic } from './solveCubic.ts'
import type { UnitCurve } from './unitCurve.ts'

/** Intervals of the inverse table, enough that one refining step solves all but the steepest parts. */
const INTERVALS = 32
/** Where one refining step is known to leave less than this in s, it is taken as solved. */
const REFINED_WITHIN = 1e-13
/** Below this slope of time the inverse is too steep for a table entry. */
const LEAST_SLOPE = 1e-4
/** Where the pieces of the inverse begin in the table, after the six coefficients of time and rise. */
const PIECES = 6

/**
 * The cubic Bézier bend (0,0) (leave.reach, leave.rise) (1−arrive.reach, 1−arrive.rise) (1,1).
 * Solves u within 1e-12; the inverse is tabulated once as cubic pieces s(u), so that a call is one
 * piece and one Halley step; where the step's own error term is too large it takes more, then a bracketed solve.
 * Source: W3C, CSS Easing Functions 2, cubic-bezier(); Halley's method with its third-order remainder (textbook).
 */
export class HandlesCurve implements UnitCurve {
  readonly time: UnitCubic
  private readonly rise: UnitCubic
  /**
   * Flat numbers in one block: object fields would each cost a look-up in the hot path. Made at the first call: of
   * ten thousand spans most are never asked for anything but their ends.
   */
  private table: Float64Array | null = null

  constructor(handles: Handles) {
    const [leave, arrive] = [soundReach(handles.leave.reach), soundReach(handles.arrive.reach)]
    this.time = unitCubic(leave, 1 - arrive, arrive)
    this.rise = unitCubic(handles.leave.rise, 1 - handles.arrive.rise, handles.arrive.rise)
  }

  progress(u: number): number {
    if (!(u > 0)) return 0
    if (u >= 1) return 1
    const s = this.parameter(u)
    const table = this.table!
    return ((table[3]! * s + table[4]!) * s + table[5]!) * s
  }

  pace(u: number): number {
    const s = this.parameter(u)
    const run = u > 0 && u < 1 ? timeSlope(this.time, s) : 0
    return run > 0 ? slopeAt(this.rise, s) / run : paceOf(this.time, this.ordinates, s)
  }

  /** Of progress. */
  get ordinates(): Ordinates {
    return [0, this.rise.first, this.rise.second, 1]
  }

  /** The Bézier parameter s at u, both 0 … 1. */
  parameter(u: number): number {
    if (!(u > 0)) return 0
    if (u >= 1) return 1
    const table = (this.table ??= tabulate(this.time, this.rise))
    const scaled = u * INTERVALS
    const interval = scaled | 0
    const g = scaled - interval
    const at = interval * 4 + PIECES
    const guess = ((table[at + 3]! * g + table[at + 2]!) * g + table[at + 1]!) * g + table[at]!
    const a = table[0]!
    const b = table[1]!
    const c = table[2]!
    const inverseSlope = 1 / ((3 * a * guess + 2 * b) * guess + c)
    const newton = (((a * guess + b) * guess + c) * guess - u) * inverseSlope
    const bow = newton * (3 * a * guess + b) * inverseSlope
    const remainder = Math.abs(newton) * (2 * bow * bow + Math.abs(newton * newton * a * inverseSlope))
    const s = guess - newton * (1 + bow)
    return remainder < REFINED_WITHIN ? s : this.refineAgain(s, u)
  }

  /** A second and third step for the steeper parts; what they cannot settle is solved in a bracket. */
  private refineAgain(near: number, u: number): number {
    const { a, b, c } = this.time
    let s = near
    for (let step = 0; step < 2; step += 1) {
      const inverseSlope = 1 / ((3 * a * s + 2 * b) * s + c)
      const newton = (((a * s + b) * s + c) * s - u) * inverseSlope
      const bow = newton * (3 * a * s + b) * inverseSlope
      const remainder = Math.abs(newton) * (2 * bow * bow + Math.abs(newton * newton * a * inverseSlope))
      s -= newton * (1 + bow)
      if (remainder < REFINED_WITHIN && s >= 0 && s <= 1) return s
    }
    return solveCubic(this.time, u)
  }
}

function slopeAt(cubic: UnitCubic, s: number): number {
  return (3 * cubic.a * s + 2 * cubic.b) * s + cubic.c
}

/** The six coefficients, then Hermite pieces of s(u), four coefficients an interval; NaN where the inverse is too steep to tabulate. */
function tabulate(time: UnitCubic, rise: UnitCubic): Float64Array {
  const table = new Float64Array(PIECES + INTERVALS * 4)
  table.set([time.a, time.b, time.c, rise.a, rise.b, rise.c])
  let s = 0
  let grade = 1 / Math.max(time.c, 0) / INTERVALS
  for (let i = 0; i < INTERVALS; i += 1) {
    const next = i + 1 === INTERVALS ? 1 : solveCubic(time, (i + 1) / INTERVALS)
    const slope = slopeAt(time, next)
    const nextGrade = slope > LEAST_SLOPE ? 1 / slope / INTERVALS : NaN
    const step = next - s
    const at = PIECES + i * 4
    table[at] = s
    table[at + 1] = grade
    table[at + 2] = 3 * step - 2 * grade - nextGrade
    table[at + 3] = grade + nextGrade - 2 * step
    s = next
    grade = nextGrade
  }
  return table
}
