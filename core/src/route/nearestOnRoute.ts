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
  const away = (cubic: Cubic, s: number): number => {
    const [x, y] = cubicPoint(cubic, s)
    return Math.hypot(x - point[0], y - point[1])
  }
  let best: NearestPoint = { piece: 0, s: 0, distance: Infinity }
  cubics.forEach((cubic, piece) => {
    for (let i = 0; i <= LOOKS; i += 1) {
      const distance = away(cubic, i / LOOKS)
      if (distance < best.distance) best = { piece, s: i / LOOKS, distance }
    }
  })
  const cubic = cubics[best.piece]!
  let [low, high] = [Math.max(0, best.s - 1 / LOOKS), Math.min(1, best.s + 1 / LOOKS)]
  for (let i = 0; i < NARROWINGS; i += 1) {
    const third = (high - low) / 3
    if (away(cubic, low + third) < away(cubic, high - third)) high -= third
    else low += third
  }
  const s = (low + high) / 2
  return { piece: best.piece, s, distance: away(cubic, s) }
}
