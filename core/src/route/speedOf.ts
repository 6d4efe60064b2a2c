import type { Cubic } from './cubic.ts'

/**
 * How fast a cubic runs through its parameter. Its derivative, read as a complex number, is a quadratic in s; its
 * two complex roots are where the speed |B′(s)| stops being smooth, which tells beforehand how it can be summed.
 */
export interface CubicSpeed {
  /** |B′(s)|² = k0 + k1·s + … + k4·s⁴. Single fields: this is made for every route. */
  readonly k0: number
  readonly k1: number
  readonly k2: number
  readonly k3: number
  readonly k4: number
  /** The two roots' real and imaginary parts; a root at infinity lies at FAR. */
  readonly real1: number
  readonly imaginary1: number
  readonly real2: number
  readonly imaginary2: number
}

const FAR = 1e9

/** The speed of a cubic. Source: algebra; the roots by the quadratic formula in its stable form (textbook). */
export function speedOf({ from, leave, arrive, to }: Cubic): CubicSpeed {
  const cx = 3 * (leave[0] - from[0])
  const cy = 3 * (leave[1] - from[1])
  const bx = 3 * (arrive[0] - leave[0]) - cx
  const by = 3 * (arrive[1] - leave[1]) - cy
  const ax = 3 * (to[0] - arrive[0]) - cx - 2 * bx
  const ay = 3 * (to[1] - arrive[1]) - cy - 2 * by
  // The root of b² − ac that does not cancel against b.
  const dx = bx * bx - by * by - (ax * cx - ay * cy)
  const dy = 2 * bx * by - (ax * cy + ay * cx)
  const size = Math.sqrt(dx * dx + dy * dy)
  const rx = Math.sqrt(Math.max(0, (size + dx) / 2))
  const ry = Math.sqrt(Math.max(0, (size - dx) / 2)) * (dy < 0 ? -1 : 1)
  const sign = bx * rx + by * ry < 0 ? -1 : 1
  const qx = -(bx + sign * rx)
  const qy = -(by + sign * ry)
  const a2 = ax * ax + ay * ay
  const q2 = qx * qx + qy * qy
  return {
    k0: cx * cx + cy * cy,
    k1: 4 * (bx * cx + by * cy),
    k2: 4 * (bx * bx + by * by) + 2 * (ax * cx + ay * cy),
    k3: 4 * (ax * bx + ay * by),
    k4: a2,
    real1: near((qx * ax + qy * ay) / a2),
    imaginary1: near((qy * ax - qx * ay) / a2),
    real2: near((cx * qx + cy * qy) / q2),
    imaginary2: near((cy * qx - cx * qy) / q2),
  }
}

/** A part of a root; one that is not finite lies far off. */
const near = (part: number): number => (Math.abs(part) < FAR ? part : FAR)

/** |B′(s)|, px per unit of s. */
export function speedAt({ k0, k1, k2, k3, k4 }: CubicSpeed, s: number): number {
  const square = (((k4 * s + k3) * s + k2) * s + k1) * s + k0
  return square > 0 ? Math.sqrt(square) : 0
}
