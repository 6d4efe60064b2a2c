import { leastSlope, type UnitCubic } from './solveCubic.ts'

/** Below this a handle's reach is none: its end stands upright. Time is off by less than 1e-13 so. */
const LEAST_REACH = 1e-13
/** A slope this small beside its control points is none but for rounding. */
const NOTHING = 1e-12

/** A reach as evaluated, 0 … 1. */
export function soundReach(reach: number): number {
  return reach < LEAST_REACH ? 0 : reach > 1 - LEAST_REACH ? 1 : reach
}

/** Ordinates of a cubic's four control points. */
export type Ordinates = readonly [number, number, number, number]

/** dT/ds of a time cubic at s, 0 … 1; exact to rounding also where time nearly stops at an end or in mid-span. */
export function timeSlope(time: UnitCubic, s: number): number {
  if (time.a > 1) {
    const middle = -time.b / (3 * time.a)
    const far = s - middle
    const least = leastSlope(time)
    if (least < 0.05 && Math.abs(far) < 0.2) return 3 * time.a * far * far + least
  }
  const r = 1 - s
  return 3 * (r * r * time.first + 2 * s * r * (time.second - time.first) + s * s * time.last)
}

/**
 * dy/du at parameter s of a curve whose time is `time` and whose ordinates are `y`. Where time stands still the limit: from
 * inside at the ends, from the later side between; ±∞ where it has no bound.
 * Source: textbook (de l'Hôpital's rule on the cubics' own derivatives).
 */
export function paceOf(time: UnitCubic, y: Ordinates, s: number): number {
  const [y0, y1, y2, y3] = y
  if (s <= 0) return endPace([time.first, y1 - y0], [time.second, y2 - y0], y3 - y0)
  if (s >= 1) return endPace([time.last, y3 - y2], [1 - time.first, y3 - y1], y3 - y0)
  const [d0, d1, d2] = [y1 - y0, y2 - y1, y3 - y2]
  const r = 1 - s
  const slope = r * r * d0 + 2 * s * r * d1 + s * s * d2
  const run = timeSlope(time, s)
  if (run > 0) return (3 * slope) / run
  const size = Math.abs(d0) + Math.abs(d1) + Math.abs(d2)
  if (Math.abs(slope) > NOTHING * size) return Math.sign(slope) * Infinity
  const bow = r * (d1 - d0) + s * (d2 - d1)
  if (Math.abs(bow) > NOTHING * size) return Math.sign(bow) * Infinity
  return (d2 - 2 * d1 + d0) / time.a
}

/** The limit at an end, from the first control point that does not lie on it, as time and ordinate from there. */
function endPace(
  [nearTime, nearRise]: readonly [number, number],
  [farTime, farRise]: readonly [number, number],
  whole: number,
): number {
  if (nearTime > 0) return nearRise / nearTime
  if (nearRise !== 0) return Math.sign(nearRise) * Infinity
  if (farTime > 0) return farRise / farTime
  return farRise === 0 ? whole : Math.sign(farRise) * Infinity
}
