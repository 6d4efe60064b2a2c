import { cubicPoint, type Cubic, type Vec2 } from '../../../route/index.ts'

/** How far a point may lie from where its cubic has it, px: twice what four decimals leave open. */
const ROUNDED = 2e-4

/**
 * The cubic that goes through points at even steps of its parameter, as drawing programs cut a curve into chords; null where they
 * lie on none. A cubic has four points of its own, so that few more could be on one by chance.
 * Source: linear least squares for the two inner points (textbook).
 */
export function evenCubic(points: readonly Vec2[]): Cubic | null {
  const count = points.length - 1
  const [from, to] = [points[0]!, points[count]!]
  let [c11, c12, c22] = [0, 0, 0]
  const [r1, r2] = [
    [0, 0],
    [0, 0],
  ]
  for (let i = 1; i < count; i += 1) {
    const [b0, b1, b2, b3] = bernstein(i / count)
    c11 += b1 * b1
    c12 += b1 * b2
    c22 += b2 * b2
    for (const axis of [0, 1] as const) {
      const rest = points[i]![axis] - b0 * from[axis] - b3 * to[axis]
      r1[axis]! += b1 * rest
      r2[axis]! += b2 * rest
    }
  }
  const det = c11 * c22 - c12 * c12
  if (!(det > 0)) return null
  const inner = (a: number, b: number): Vec2 => {
    const at = (axis: 0 | 1): number => (a * r1[axis]! + b * r2[axis]!) / det
    return [at(0), at(1)]
  }
  const cubic = { from, leave: inner(c22, -c12), arrive: inner(-c12, c11), to }
  const liesOn = ([x, y]: Vec2, t: number): boolean => {
    const [onX, onY] = cubicPoint(cubic, t)
    return Math.hypot(onX - x, onY - y) <= ROUNDED
  }
  return points.every((point, i) => liesOn(point, i / count)) ? cubic : null
}

function bernstein(t: number): readonly [number, number, number, number] {
  const s = 1 - t
  return [s * s * s, 3 * s * s * t, 3 * s * t * t, t * t * t]
}
