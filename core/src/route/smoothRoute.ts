import { distanceBetween, type Vec2 } from './vec2.ts'

/** A key's two route handles, offsets from it in px. */
export interface RouteHandles {
  readonly arrive: Vec2
  readonly leave: Vec2
}

/**
 * The handles with which a route passes smoothly through a point, from its two neighbours.
 * @returns null beside a neighbour on the same spot, where no direction follows
 * Source: centripetal Catmull–Rom (Yuksel, Schaefer & Keyser, 'Parameterization and applications of Catmull–Rom
 * curves', Computer-Aided Design 43, 2011), as cubic Béziers: handles a third of the tangent.
 */
export function smoothRouteHandles(before: Vec2, at: Vec2, after: Vec2): RouteHandles | null {
  const first = Math.sqrt(distanceBetween(before, at))
  const second = Math.sqrt(distanceBetween(at, after))
  if (!(first > 0 && second > 0)) return null
  const tangent = (axis: 0 | 1): number =>
    (at[axis] - before[axis]) / first -
    (after[axis] - before[axis]) / (first + second) +
    (after[axis] - at[axis]) / second
  const [x, y] = [tangent(0), tangent(1)]
  return {
    arrive: [(-x * first) / 3, (-y * first) / 3],
    leave: [(x * second) / 3, (y * second) / 3],
  }
}
