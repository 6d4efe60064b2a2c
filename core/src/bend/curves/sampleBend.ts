import type { UnitCurve } from './unitCurve.ts'

export interface CurvePoint {
  readonly u: number
  readonly p: number
}

/** Halvings of a piece at most: 2¹⁶ of the span is far below a tick of any frame. */
const DEEPEST = 16
/** Pieces looked at before any is trusted to be straight. */
const FIRST_PIECES = 32

/**
 * A polyline that stays within `within` of the curve, as few points as halving finds.
 * A jump shows as two points less than 2⁻¹⁶ apart in u.
 * @param within largest error in progress, > 0
 * @returns points from (0, p(0)) to (1, 1), u strictly increasing
 * Source: own; adaptive halving with three probes a piece.
 */
export function sampleBend(curve: UnitCurve, within: number): CurvePoint[] {
  const start = { u: 0, p: curve.progress(0) }
  const points: CurvePoint[] = [start]
  let from = start
  for (let i = 1; i <= FIRST_PIECES; i += 1) {
    const to = { u: i / FIRST_PIECES, p: curve.progress(i / FIRST_PIECES) }
    halve(curve, from, to, within, DEEPEST - 5, points)
    from = to
  }
  return withoutStraightRuns(points, within / 16)
}

function halve(
  curve: UnitCurve,
  from: CurvePoint,
  to: CurvePoint,
  within: number,
  depth: number,
  points: CurvePoint[],
): void {
  const strays = [0.25, 0.5, 0.75].some((share) => {
    const p = curve.progress(from.u + share * (to.u - from.u))
    return Math.abs(p - (from.p + share * (to.p - from.p))) > within * 0.9
  })
  if (!strays || depth === 0) {
    points.push(to)
    return
  }
  const u = (from.u + to.u) / 2
  const middle = { u, p: curve.progress(u) }
  halve(curve, from, middle, within, depth - 1, points)
  halve(curve, middle, to, within, depth - 1, points)
}

/** Drops points that lie on the line between the ones kept; every dropped one is held against that line. */
function withoutStraightRuns(points: readonly CurvePoint[], within: number): CurvePoint[] {
  const kept: CurvePoint[] = [points[0]!]
  let start = 0
  for (let end = 2; end < points.length; end += 1) {
    const from = points[start]!
    const to = points[end]!
    const strays = points.slice(start + 1, end).some((point) => {
      const straight = from.p + ((to.p - from.p) * (point.u - from.u)) / (to.u - from.u)
      return Math.abs(straight - point.p) > within
    })
    if (!strays) continue
    start = end - 1
    kept.push(points[start]!)
  }
  kept.push(points[points.length - 1]!)
  return kept
}
