import { clamp } from '../../number/index.ts'
/** x(s) = a·s³ + b·s² + c·s, running from 0 to 1 through the control ordinates `first` and `second`. */
export interface UnitCubic {
  readonly first: number
  readonly second: number
  /** 1 − second, as given: taken from the difference it would lose the digits of a short last handle. */
  readonly last: number
  readonly a: number
  readonly b: number
  readonly c: number
}

/** Steps of the bracketed solve at most; bisection alone needs 53 to reach the last bit. */
const MOST_STEPS = 60
/** The bracketed solve stops when a step in s is smaller than this. */
const STEP_WITHIN = 1e-16
/** Where time nearly stops in mid-span (slope below this) the solve is done about its inflection. */
const STEEP_SLOPE = 0.05

/** The polynomial form of a Bézier ordinate with ends 0 and 1. @param last 1 − second, where it is known better than that */
export function unitCubic(first: number, second: number, last = 1 - second): UnitCubic {
  return { first, second, last, c: 3 * first, b: 3 * (second - 2 * first), a: 1 + 3 * (first - second) }
}

/** The slope where a cubic that is steeper at both ends goes slowest; without the cancellation of c − b²/3a. Source: algebra. */
export function leastSlope({ first, second, a }: UnitCubic): number {
  const early = 1 - first
  return Math.max(0, (3 * (early + second - early * early - second * second - early * second)) / a)
}

/**
 * Solves x(s) = u for a monotone cubic (control ordinates in [0, 1]).
 * @param u 0 < u < 1
 * @returns s in [0, 1] with |x(s) − u| ≤ 1e-12
 * Source: Newton's method inside a bracket with bisection as its fallback (textbook). Own: u above ½ is
 * solved from the other end, so that both ends keep their relative accuracy where time starts from rest.
 */
export function solveCubic(cubic: UnitCubic, u: number): number {
  const middle = -cubic.b / (3 * cubic.a)
  if (cubic.a > 1 && middle > 0 && middle < 1) {
    const least = leastSlope(cubic)
    if (least < STEEP_SLOPE) return solveAboutInflection(cubic, middle, least, u)
  }
  return u <= 0.5
    ? solveFromStart(cubic, u)
    : 1 - solveFromStart(unitCubic(cubic.last, 1 - cubic.first, cubic.first), 1 - u)
}

function solveFromStart({ a, b, c }: UnitCubic, u: number): number {
  let low = 0
  let high = 1
  let s = u
  for (let step = 0; step < MOST_STEPS; step += 1) {
    const miss = ((a * s + b) * s + c) * s - u
    if (miss > 0) high = s
    else low = s
    const slope = (3 * a * s + 2 * b) * s + c
    const newton = s - miss / slope
    const next = newton > low && newton < high ? newton : (low + high) / 2
    if (Math.abs(next - s) <= STEP_WITHIN + 1e-16 * s || miss === 0) return miss === 0 ? s : next
    s = next
  }
  return s
}

/**
 * Solves a·w³ + d·w = u − x(middle) for w = s − middle. Newton from the cube root, which lies beyond
 * the root on the convex side, so that every step goes the same way.
 */
function solveAboutInflection({ a, b, c }: UnitCubic, middle: number, d: number, u: number): number {
  const target = u - ((a * middle + b) * middle + c) * middle
  let w = Math.cbrt(target / a)
  for (let step = 0; step < MOST_STEPS && w !== 0; step += 1) {
    const next = w - (a * w * w * w + d * w - target) / (3 * a * w * w + d)
    if (Math.abs(next - w) <= 1e-16 * Math.abs(w)) break
    w = next
  }
  return clamp(middle + w, 0, 1)
}
