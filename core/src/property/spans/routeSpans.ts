import {
  chainRoutes,
  compileRoute,
  routeCubic,
  smoothRouteHandles,
  type CompiledRoute,
  type Vec2,
} from '../../route/index.ts'
import type { Key, KeyRoute } from '../property.ts'

/** The route of a key that has none of its own: straight on both sides. */
export const STRAIGHT: KeyRoute = { arrive: [0, 0], leave: [0, 0], through: 'corner' }

/**
 * The route handles of each key of a place, smooth ones worked out from their neighbours; the stored ones at the
 * two ends and beside a neighbour on the same spot.
 * @param keys all, waypoints too
 */
export function resolveRoutes(keys: readonly Key[]): readonly KeyRoute[] {
  return keys.map((key, i) => {
    const stored = key.route ?? STRAIGHT
    if (stored.through !== 'smooth' || i === 0 || i === keys.length - 1) return stored
    const [before, at, after] = [keys[i - 1]!, key, keys[i + 1]!].map(({ value }) => value as Vec2)
    const smooth = smoothRouteHandles(before!, at!, after!)
    return smooth ? { ...smooth, through: 'smooth' } : stored
  })
}

/** One route for each span between timed keys, through the waypoints that lie in it. */
export function compileRoutes(keys: readonly Key[]): CompiledRoute[] {
  const handles = resolveRoutes(keys)
  const routes: CompiledRoute[] = []
  let pieces: CompiledRoute[] = []
  for (let i = 1; i < keys.length; i += 1) {
    const [from, to] = [keys[i - 1]!, keys[i]!]
    const cubic = routeCubic(from.value as Vec2, to.value as Vec2, handles[i - 1]!.leave, handles[i]!.arrive)
    pieces.push(compileRoute(cubic))
    if (to.timeless) continue
    routes.push(chainRoutes(pieces))
    pieces = []
  }
  return routes
}
