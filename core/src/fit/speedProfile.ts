import { BadBend, type PointsBend } from '../bend/index.ts'
import type { Curve } from './curve.ts'
import { fitCurve } from './fitCurve.ts'
import { nodesOf } from './convertBend.ts'

/** A moment of a drawn speed profile. */
export interface SpeedLook {
  /** Elapsed fraction of the span, 0 … 1. */
  readonly u: number
  /** In any unit: only the shape counts. May be below zero. */
  readonly speed: number
}

/** A profile whose area is this small beside what it passes through has no change to be scaled to. */
const LEAST_AREA = 0.02

/**
 * The points bend of a speed drawn by hand: the area under it is scaled to the span's change.
 * @param looks in order of time, at least two; the first and last are drawn on to 0 and 1
 * @param within largest error of progress, > 0
 * @throws BadBend where the speeds cancel out, so that nothing would be left to scale
 * Source: own; speeds are joined by straight lines and summed exactly, then fitted.
 */
export function bendOfSpeed(
  looks: readonly SpeedLook[],
  within = 0.002,
): { readonly bend: PointsBend; readonly error: number } {
  const sorted = looks.filter(({ u }, i) => i === 0 || u > looks[i - 1]!.u)
  if (sorted.length < 2) throw new BadBend('A speed needs to be drawn over some time. Nothing was changed.')
  const first = sorted[0]!
  const last = sorted[sorted.length - 1]!
  const points = [
    ...(first.u > 0 ? [{ u: 0, speed: first.speed }] : []),
    ...sorted,
    ...(last.u < 1 ? [{ u: 1, speed: last.speed }] : []),
  ]
  let area = 0
  let passed = 0
  const areas = points.map((point, i) => {
    const before = points[i - 1] ?? point
    const gained = ((point.speed + before.speed) / 2) * (point.u - before.u)
    passed += Math.abs(gained)
    return (area += gained)
  })
  if (!(Math.abs(area) > LEAST_AREA * passed))
    throw new BadBend(
      'The speeds drawn cancel out, so the span would end where it began. Draw more of it above the line. Nothing was changed.',
    )
  const segment = (u: number): number => {
    const next = points.findIndex((point) => point.u > u)
    return next < 0 ? points.length - 2 : next - 1
  }
  const slope = (u: number): number => {
    const i = segment(u)
    const [from, to] = [points[i]!, points[i + 1]!]
    return from.speed + ((to.speed - from.speed) * (u - from.u)) / (to.u - from.u)
  }
  const curve: Curve = {
    width: 1,
    valueInto: (out, u) => {
      const i = segment(u)
      const from = points[i]!
      out.set([(areas[i]! + ((from.speed + slope(u)) / 2) * (u - from.u)) / area])
    },
    slopeInto: (out, u) => {
      out.set([slope(u) / area])
    },
  }
  const { pieces, error } = fitCurve(curve, 0, 1, { within, step: 1 / 512 })
  return { bend: { kind: 'points', nodes: nodesOf(pieces) }, error }
}
