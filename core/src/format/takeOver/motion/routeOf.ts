import {
  compileRoute,
  cubicPoint,
  splitCubic,
  type CompiledRoute,
  type Cubic,
  type Vec2,
} from '../../../route/index.ts'
import { asTicks } from '../../../time/index.ts'
import { cubicsOfPath } from './cubicsOfPath.ts'
import { isStill, still, type Moving, type MovingKey } from './moving.ts'

/**
 * A place that travels along a path: keys where the file has such, and waypoints where only the path has a corner.
 * @param data of the path, as in SVG
 * @param shareOf tells, of the length of the path in px, the share that is gone in time
 * @returns null for data without a path
 */
export function routeOf(data: string, shareOf: (length: number) => Moving<number>): Moving<Vec2> | null {
  const cubics = cubicsOfPath(data)
  return cubics.length === 0 ? null : routeAlong(cubics, shareOf)
}

/** The same along cubics that follow one another, at least one. */
export function routeAlong(
  cubics: readonly Cubic[],
  shareOf: (length: number) => Moving<number>,
): Moving<Vec2> {
  const way = new Way(cubics)
  const share = shareOf(way.length)
  const rest = way.pointAt(share.rest * way.length)
  if (isStill(share) || way.length === 0) return still(rest)
  const keys: MovingKey<Vec2>[] = []
  let arrive: Vec2 = [0, 0]
  share.keys.forEach((key, i) => {
    const next = share.keys[i + 1]
    const pieces = next ? way.between(key.value * way.length, next.value * way.length) : []
    const value = pieces[0]?.from ?? way.pointAt(key.value * way.length)
    keys.push({
      t: key.t,
      value,
      bend: key.bend,
      route: { arrive, leave: pieces[0] ? leaveOf(pieces[0]) : [0, 0] },
    })
    pieces.slice(1).forEach((piece, n) => {
      // Waypoints have a moment only so that they stay in order.
      const t = asTicks(Math.round(key.t + ((next!.t - key.t) * (n + 1)) / pieces.length))
      const route = { arrive: arriveOf(pieces[n]!), leave: leaveOf(piece) }
      keys.push({ t, value: piece.from, bend: key.bend, timeless: true, route })
    })
    arrive = pieces.length > 0 ? arriveOf(pieces.at(-1)!) : [0, 0]
  })
  return { ...share, rest, keys }
}

const leaveOf = ({ from, leave }: Cubic): Vec2 => [leave[0] - from[0], leave[1] - from[1]]
const arriveOf = ({ arrive, to }: Cubic): Vec2 => [arrive[0] - to[0], arrive[1] - to[1]]

/** A path by distance along it. */
class Way {
  private readonly routes: readonly CompiledRoute[]
  /** Distance at which each piece begins, px. */
  private readonly starts: readonly number[]
  readonly length: number

  constructor(private readonly cubics: readonly Cubic[]) {
    this.routes = cubics.map(compileRoute)
    let at = 0
    this.starts = this.routes.map(({ length }) => (at += length) - length)
    this.length = at
  }

  pointAt(distance: number): Vec2 {
    const within = Math.min(this.length, Math.max(0, distance))
    const next = this.starts.findIndex((start) => start > within)
    const piece = (next < 0 ? this.cubics.length : next) - 1
    return cubicPoint(this.cubics[piece]!, this.parameter(piece, within))
  }

  /** The pieces between two distances, backwards where the second is the shorter. */
  between(from: number, to: number): Cubic[] {
    const [a, b] = [Math.max(0, Math.min(from, to)), Math.min(this.length, Math.max(from, to))]
    const parts = this.cubics.flatMap((cubic, piece) => {
      const start = this.starts[piece]!
      const end = start + this.routes[piece]!.length
      if (end <= a || start >= b) return []
      const last = end > b ? this.parameter(piece, b) : 1
      const first = start < a ? this.parameter(piece, a) : 0
      const upTo = last < 1 ? splitCubic(cubic, last)[0] : cubic
      return [first > 0 ? splitCubic(upTo, first / last)[1] : upTo]
    })
    return from <= to
      ? parts
      : parts.reverse().map(({ from: start, leave, arrive, to: end }) => ({
          from: end,
          leave: arrive,
          arrive: leave,
          to: start,
        }))
  }

  private parameter(piece: number, distance: number): number {
    return this.routes[piece]!.locate(distance - this.starts[piece]!).s
  }
}
