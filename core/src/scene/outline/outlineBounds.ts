import type { Outline } from '../../property/index.ts'
import type { Cubic } from '../../route/index.ts'
import { outlineCubics } from './outlinePath.ts'

/** A box with its sides along the axes, px. */
export interface Bounds {
  readonly x: number
  readonly y: number
  readonly width: number
  readonly height: number
}

/**
 * The least box round an outline, corners not rounded; a point of no size where there are no edges.
 * Source: extremes of a cubic lie at its ends or where its derivative, a quadratic, is 0 (textbook).
 */
export function outlineBounds(outline: Outline): Bounds {
  const cubics = outlineCubics(outline)
  if (cubics.length === 0) {
    const [x, y] = outline.vertices[0]?.at ?? [0, 0]
    return { x, y, width: 0, height: 0 }
  }
  const [left, right] = extremes(cubics, 0)
  const [top, bottom] = extremes(cubics, 1)
  return { x: left, y: top, width: right - left, height: bottom - top }
}

function extremes(cubics: readonly Cubic[], axis: 0 | 1): readonly [least: number, most: number] {
  let least = Infinity
  let most = -Infinity
  for (const { from, leave, arrive, to } of cubics) {
    const [p0, p1, p2, p3] = [from[axis], leave[axis], arrive[axis], to[axis]]
    const at = (s: number): number => {
      const r = 1 - s
      return r * r * r * p0 + 3 * r * r * s * p1 + 3 * r * s * s * p2 + s * s * s * p3
    }
    const inner = turningPoints(p1 - p0, p2 - p1, p3 - p2).map(at)
    least = Math.min(least, p0, p3, ...inner)
    most = Math.max(most, p0, p3, ...inner)
  }
  return [least, most]
}

/** Where a·r² + 2b·r·s + c·s² is 0 for s in (0, 1), r = 1 − s. */
function turningPoints(a: number, b: number, c: number): number[] {
  const square = a - 2 * b + c
  const half = b - a
  const roots: number[] = []
  if (Math.abs(square) < 1e-12 * (Math.abs(a) + Math.abs(b) + Math.abs(c))) {
    if (half !== 0) roots.push(-a / (2 * half))
  } else {
    const inside = half * half - square * a
    if (inside >= 0) {
      const root = Math.sqrt(inside)
      roots.push((-half + root) / square, (-half - root) / square)
    }
  }
  return roots.filter((s) => s > 0 && s < 1)
}
