import type { Draft } from 'immer'
import {
  pinRoutes,
  resolveRoutes,
  setTimeless,
  STRAIGHT,
  type Key,
  type KeyRoute,
  type Property,
  type Side,
  type Through,
} from '../../property/index.ts'
import { smoothRouteHandles, type Vec2 } from '../../route/index.ts'
import type { Project } from '../../scene/index.ts'
import { BadEdit } from '../badEdit.ts'
import { editProperty } from '../editProperty.ts'
import { byProperty, type KeyRef, type PropertyRef } from '../refs.ts'

const lengthOf = ([x, y]: Vec2): number => Math.hypot(x, y)
const scaled = ([x, y]: Vec2, factor: number): Vec2 => [x * factor || 0, y * factor || 0]

/**
 * Sets one handle of a route at a key. At a joined key the other handle turns into line with it and keeps its length;
 * a smooth one becomes joined, as its handles are the person's now.
 * @param offset px from the key
 * @param free turns the other side loose: the key becomes a corner
 */
export function setRouteHandle(
  draft: Draft<Project>,
  { key: id, ...ref }: KeyRef,
  { side, offset, free = false }: { readonly side: Side; readonly offset: Vec2; readonly free?: boolean },
): void {
  editProperty(draft, ref, (given) => {
    const property = checkPlace(pinRoutes(given, (i) => given.keys[i]!.id === id))
    return withRoutes(property, new Set([id]), (route) => {
      const through = free ? 'corner' : route.through
      const other = side === 'leave' ? 'arrive' : 'leave'
      const length = lengthOf(offset)
      const turns = through === 'joined' && length > 0
      const turned = turns ? scaled(offset, -lengthOf(route[other]) / length) : route[other]
      return { ...route, through, [side]: offset, [other]: turned }
    })
  })
}

/**
 * Makes route points corners, joined or smooth. Corners and joined points that were smooth keep the handles they
 * showed; a joined one takes the mean direction of its two sides, or the smooth one where it has no handles.
 */
export function setRouteThrough(draft: Draft<Project>, refs: readonly KeyRef[], through: Through): void {
  for (const { ref, keys } of byProperty(refs).values()) {
    editProperty(draft, ref, (given) => {
      const property = checkPlace(
        through === 'smooth' ? given : pinRoutes(given, (i) => keys.has(given.keys[i]!.id)),
      )
      return withRoutes(property, keys, (route, i) =>
        through === 'joined' && !isInLine(route)
          ? joinedRoute(property.keys, i, route)
          : { ...route, through },
      )
    })
  }
}

/** Whether both handles point straight away from each other. A single one or none is in line with nothing. */
function isInLine({ arrive, leave, through }: KeyRoute): boolean {
  const size = lengthOf(arrive) * lengthOf(leave)
  if (size === 0) return through === 'joined'
  return arrive[0] * leave[0] + arrive[1] * leave[1] <= -size * (1 - 1e-12)
}

function joinedRoute(keys: readonly Key[], i: number, route: KeyRoute): KeyRoute {
  const [before, after] = [lengthOf(route.arrive), lengthOf(route.leave)]
  if (before === 0 && after === 0) {
    const around = [keys[i - 1], keys[i], keys[i + 1]].map((key) => key?.value as Vec2 | undefined)
    const [back, here, on] = around
    const smooth = back && here && on ? smoothRouteHandles(back, here, on) : null
    return { ...route, ...smooth, through: 'joined' }
  }
  const unit = (offset: Vec2, length: number): Vec2 => (length > 0 ? scaled(offset, 1 / length) : [0, 0])
  const [back, on] = [unit(route.arrive, before), unit(route.leave, after)]
  const mean: Vec2 = [on[0] - back[0], on[1] - back[1]]
  const size = lengthOf(mean)
  if (size < 1e-9) return { ...route, arrive: scaled(on, -before), through: 'joined' }
  return {
    arrive: scaled(mean, -before / size),
    leave: scaled(mean, after / size),
    through: 'joined',
  }
}

/** Moves whole routes, and places that have no keys, by px; nothing else about them changes. */
export function moveRoutes(draft: Draft<Project>, refs: readonly PropertyRef[], by: Vec2): void {
  transformRoutes(draft, refs, { matrix: [1, 0, 0, 1], by })
}

export interface RouteTransform {
  /** x′ = a·x + c·y, y′ = b·x + d·y about the point, as in CSS matrix(). */
  readonly matrix: readonly [a: number, b: number, c: number, d: number]
  /** Stays where it is, px; the origin when left out. */
  readonly about?: Vec2
  /** Added afterwards, px. */
  readonly by?: Vec2
}

/** Scales (negative mirrors) and then turns about a point. */
export function scaleAndTurn(scale: Vec2, degrees: number): RouteTransform['matrix'] {
  const radians = (degrees * Math.PI) / 180
  const [cosine, sine] = [Math.cos(radians), Math.sin(radians)]
  return [cosine * scale[0], sine * scale[0], -sine * scale[1], cosine * scale[1]]
}

/**
 * Scales, turns, mirrors and moves whole routes. Progress stays a share of the distance, so the pace along a route
 * is the same wherever it is scaled alike in both directions.
 * @throws BadEdit where the matrix flattens everything to a line or is no matrix
 */
export function transformRoutes(
  draft: Draft<Project>,
  refs: readonly PropertyRef[],
  { matrix: [a, b, c, d], about = [0, 0], by = [0, 0] }: RouteTransform,
): void {
  const area = Math.abs(a * d - b * c)
  if (!(area > 0 && Number.isFinite(area)))
    throw new BadEdit('A route cannot be scaled to nothing. Nothing was changed.')
  const size = Math.sqrt(area)
  const offset = ([x, y]: Vec2): Vec2 => [a * x + c * y, b * x + d * y]
  const place = ([x, y]: Vec2): Vec2 => {
    const [dx, dy] = offset([x - about[0], y - about[1]])
    return [about[0] + dx + by[0], about[1] + dy + by[1]]
  }
  const lifted = (key: Key): Key => {
    if (key.bend.kind !== 'handles' || size === 1) return key
    const scaledHandle = (side: Side) => {
      const handle = key.bend.kind === 'handles' ? key.bend[side] : null
      return handle?.lift ? { ...handle, lift: handle.lift.map((part) => part * size) } : handle!
    }
    return { ...key, bend: { kind: 'handles', leave: scaledHandle('leave'), arrive: scaledHandle('arrive') } }
  }
  for (const ref of refs) {
    editProperty(draft, ref, (property) => ({
      ...checkPlace(property),
      value: place(property.value as Vec2),
      keys: property.keys.map((given): Key => {
        const key = lifted(given)
        const { route } = key
        return {
          ...key,
          value: place(key.value as Vec2),
          ...(route ? { route: { ...route, arrive: offset(route.arrive), leave: offset(route.leave) } } : {}),
        }
      }),
    }))
  }
}

/** Makes keys waypoints, or waypoints keys with times of their own. The first and last key of a place keep their times. */
export function setWaypoints(draft: Draft<Project>, refs: readonly KeyRef[], timeless: boolean): void {
  for (const { ref, keys } of byProperty(refs).values()) {
    editProperty(draft, ref, (property, library) =>
      [...keys].reduce((made, id) => setTimeless(made, id, timeless, library), checkPlace(property)),
    )
  }
}

/** The property with routes made anew for some keys, from what they show. */
function withRoutes(
  property: Property,
  ids: ReadonlySet<string>,
  change: (route: KeyRoute, index: number) => KeyRoute,
): Property {
  const shown = resolveRoutes(property.keys)
  return {
    ...property,
    keys: property.keys.map((key, i) =>
      ids.has(key.id) ? { ...key, route: change(shown[i] ?? STRAIGHT, i) } : key,
    ),
  }
}

function checkPlace(property: Property): Property {
  if (property.kind === 'place') return property
  throw new BadEdit(`Only a place has a route; this is a ${property.kind}. Nothing was changed.`)
}
