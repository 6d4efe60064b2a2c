import { resolveRoutes, type Side } from '@arrow-bend/core/property'
import type { Point, RouteGeometry } from './routeGeometry.ts'

/** A handle of a route, on the screen. */
export interface RouteHandle {
  readonly key: string
  readonly side: Side
  /** The bead it belongs to. */
  readonly from: Point
  readonly to: Point
  /** px of the place from its key, and its direction clockwise from the x axis. */
  readonly offset: Point
  readonly words: string
}

/** The handles of some of a route's keys that have any length; the outer sides of the first and last key have none. */
export function routeHandles(
  { property: { keys }, onScreen }: RouteGeometry,
  isShown: (key: string) => boolean,
): RouteHandle[] {
  const routes = resolveRoutes(keys)
  return keys.flatMap((key, i) => {
    if (!isShown(key.id)) return []
    const at = key.value as Point
    return (['arrive', 'leave'] as const).flatMap((side): RouteHandle[] => {
      const offset = routes[i]![side]
      const outer = side === 'arrive' ? i === 0 : i === keys.length - 1
      if (outer || (offset[0] === 0 && offset[1] === 0)) return []
      const to = onScreen([at[0] + offset[0], at[1] + offset[1]])
      return [{ key: key.id, side, from: onScreen(at), to, offset, words: wordsOf(offset) }]
    })
  })
}

/** A handle in words: '120 px at 45°'. */
export function wordsOf([x, y]: Point): string {
  const degrees = (Math.atan2(y, x) * 180) / Math.PI
  return `${Math.round(Math.hypot(x, y))} px at ${Math.round(degrees)}°`
}

/** An offset turned to the nearest of so many degrees, its length kept. */
export function inSteps([x, y]: Point, degrees: number): Point {
  const step = (degrees * Math.PI) / 180
  const angle = Math.round(Math.atan2(y, x) / step) * step
  const length = Math.hypot(x, y)
  return [length * Math.cos(angle), length * Math.sin(angle)]
}
