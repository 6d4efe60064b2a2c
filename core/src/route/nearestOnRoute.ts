import { cubicPoint, type Cubic } from './cubic.ts'
import type { Vec2 } from './vec2.ts'

/** Where on one of several cubics a point is nearest to. */
export interface NearestPoint {
  readonly piece: number
  /** Bézier parameter, 0 … 1. */
  readonly s: number
  /** px */
  readonly distance: number
}

/** Looks along each cubic before the search closes in. */
const LOOKS = 24
const NARROWINGS = 24

/**
 * The point of a route nearest to another point, to a thousandth of a look or better.
 * @param cubics at least one
 * Source: own; even looks, then a ternary search between the neighbours of the best.
 */
export function nearestOnRoute(cubics: readonly Cubic[], point: Vec2): NearestPoint {
  // A point beside a key is as far from the end of one piece as from the start of the next: both are searched.
  return cubics
    .map((cubic, piece) => ({ piece, ...nearestOn(cubic, point) }))
    .reduce((best, found) => (found.distance < best.distance ? found : best))
}

function nearestOn(cubic: Cubic, point: Vec2): { s: number; distance: number } {
  const away = (s: number): number => {
    const [x, y] = cubicPoint(cubic, s)
    return Math.hypot(x - point[0], y - point[1])
  }
  let look = 0
  for (let i = 1; i <= LOOKS; i += 1) if (away(i / LOOKS) < away(look / LOOKS)) look = i
  let [low, high] = [Math.max(0, (look - 1) / LOOKS), Math.min(1, (look + 1) / LOOKS)]
  for (let i = 0; i < NARROWINGS; i += 1) {
    const third = (high - low) / 3
    if (away(low + third) < away(high - third)) high -= third
    else low += third
  }
  const s = (low + high) / 2
  return { s, distance: away(s) }
}
