import { frameTicks, nearestFrame, type FrameRate } from '@arrow-bend/core/time'
import { text } from './pathText.ts'
import type { Point } from './routeGeometry.ts'

/** A spacing mark: one short line across the route. */
export interface RouteMark {
  readonly frame: number
  readonly path: string
}

/** Half length of a mark and of every tenth, px. */
const MARK = 3.25
const TENTH = 6
/** Least mean gap between marks, and least gap between two drawn, px. */
const MEAN_GAP = 3.6
const LEAST_GAP = 1.9

/**
 * One mark a frame, or every second, fifth or tenth where they would lie too close; tenths are longer and never left out.
 * @param times the first and last are those of the route's ends, ticks
 * @param pointAt where the route is at a time, on the screen
 */
export function spacingMarks(
  times: ArrayLike<number>,
  rate: FrameRate,
  pointAt: (time: number) => Point,
): RouteMark[] {
  const step = frameTicks(rate)
  const from = nearestFrame(times[0]!, rate)
  const to = nearestFrame(times[times.length - 1]!, rate)
  const points = Array.from({ length: to - from + 1 }, (_, i) => pointAt((from + i) * step))
  const length = points.slice(1).reduce((sum, point, i) => sum + distance(point, points[i]!), 0)
  const every = [1, 2, 5, 10].find((n) => (length / Math.max(1, points.length - 1)) * n >= MEAN_GAP) ?? 10
  const marks: RouteMark[] = []
  let last: Point | null = null
  points.forEach((point, i) => {
    const frame = from + i
    const tenth = frame % 10 === 0
    if (frame % every !== 0 || (last && !tenth && distance(point, last) < LEAST_GAP)) return
    const [before, after] = [points[Math.max(0, i - 1)]!, points[Math.min(points.length - 1, i + 1)]!]
    const run = distance(before, after)
    if (run < 0.01) return
    last = point
    const half = (tenth ? TENTH : MARK) / run
    const [nx, ny] = [-(after[1] - before[1]) * half, (after[0] - before[0]) * half]
    marks.push({
      frame,
      path: `M${text([point[0] - nx, point[1] - ny])}L${text([point[0] + nx, point[1] + ny])}`,
    })
  })
  return marks
}

const distance = (a: Point, b: Point): number => Math.hypot(a[0] - b[0], a[1] - b[1])
