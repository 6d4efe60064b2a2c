import type { Vec2 } from './vec2.ts'

/** A cubic Bézier on the stage: its two ends and the two control points between, all in px. */
export interface Cubic {
  readonly from: Vec2
  readonly leave: Vec2
  readonly arrive: Vec2
  readonly to: Vec2
}

/** The route between two places: handles are offsets from their own end. */
export function routeCubic(from: Vec2, to: Vec2, leave: Vec2 = [0, 0], arrive: Vec2 = [0, 0]): Cubic {
  return {
    from,
    leave: [from[0] + leave[0], from[1] + leave[1]],
    arrive: [to[0] + arrive[0], to[1] + arrive[1]],
    to,
  }
}

/** Whether all four points lie on one line in order, so that the route is a straight run. */
export function isStraight({ from, leave, arrive, to }: Cubic): boolean {
  return leave[0] === from[0] && leave[1] === from[1] && arrive[0] === to[0] && arrive[1] === to[1]
}

/** The point at parameter s, 0 … 1. */
export function cubicPoint({ from, leave, arrive, to }: Cubic, s: number): [number, number] {
  const r = 1 - s
  const w0 = r * r * r
  const w1 = 3 * r * r * s
  const w2 = 3 * r * s * s
  const w3 = s * s * s
  return [
    w0 * from[0] + w1 * leave[0] + w2 * arrive[0] + w3 * to[0],
    w0 * from[1] + w1 * leave[1] + w2 * arrive[1] + w3 * to[1],
  ]
}

/** The derivative by s, px per unit of s. */
export function cubicTangent({ from, leave, arrive, to }: Cubic, s: number): [number, number] {
  const r = 1 - s
  const w0 = 3 * r * r
  const w1 = 6 * r * s
  const w2 = 3 * s * s
  return [
    w0 * (leave[0] - from[0]) + w1 * (arrive[0] - leave[0]) + w2 * (to[0] - arrive[0]),
    w0 * (leave[1] - from[1]) + w1 * (arrive[1] - leave[1]) + w2 * (to[1] - arrive[1]),
  ]
}

/** |derivative| at s, px per unit of s. */
export function cubicSpeed(cubic: Cubic, s: number): number {
  const [dx, dy] = cubicTangent(cubic, s)
  return Math.sqrt(dx * dx + dy * dy)
}

/** Both parts of a cubic cut at s. Source: P. de Casteljau's subdivision. */
export function splitCubic({ from, leave, arrive, to }: Cubic, s: number): [Cubic, Cubic] {
  const mix = (a: Vec2, b: Vec2): Vec2 => [a[0] + s * (b[0] - a[0]), a[1] + s * (b[1] - a[1])]
  const q0 = mix(from, leave)
  const q1 = mix(leave, arrive)
  const q2 = mix(arrive, to)
  const r0 = mix(q0, q1)
  const r1 = mix(q1, q2)
  const middle = mix(r0, r1)
  return [
    { from, leave: q0, arrive: r0, to: middle },
    { from: middle, leave: r1, arrive: q2, to },
  ]
}

/** The unit direction at an end, from the first control point that does not lie on it; [0, 0] for a point. */
export function endDirection(cubic: Cubic, end: 'from' | 'to'): Vec2 {
  const { from, leave, arrive, to } = cubic
  const points = end === 'from' ? [from, leave, arrive, to] : [to, arrive, leave, from]
  const sign = end === 'from' ? 1 : -1
  for (const point of points.slice(1)) {
    const dx = point[0] - points[0]![0]
    const dy = point[1] - points[0]![1]
    const length = Math.hypot(dx, dy)
    if (length > 0) return [(sign * dx) / length, (sign * dy) / length]
  }
  return [0, 0]
}
