import type { BendLibrary } from '../../bend/index.ts'
import { splitCubic, type Cubic, type RoutePoint, type Vec2 } from '../../route/index.ts'
import type { Ticks } from '../../time/index.ts'
import { compileProperty, type CompiledProperty } from '../compileProperty.ts'
import { cutBend } from './cutBend.ts'
import { spanAt, storedValueAt } from '../evaluate.ts'
import { isInLine } from '../smooth/keepJoined.ts'
import { isSameMotionNear } from '../isSameMotion.ts'
import { pinRoutes } from '../smooth/pinRoutes.ts'
import { pinSmooth } from '../smooth/pinSmooth.ts'
import { PlaceSpan } from '../spans/placeSpan.ts'
import type { Key, KeyRoute, Outside, Property } from '../property.ts'

export interface Insertion {
  readonly property: Property
  /** Whether the motion is unchanged; when not, it still is at every key and near between. */
  readonly exact: boolean
}

/**
 * Puts a key at a moment that has none, leaving the motion as it was (to 1e-9) wherever a bend can say so.
 * It cannot where the value at that moment equals a neighbour's although the span moves in between, where a curved
 * route has been left behind, where a bump is added to a mix that does not add up (geometric, other colour
 * spaces), or where a colour on the way is none that can be stored: then the nearest bends are taken and `exact` is false.
 * Source: P. de Casteljau's subdivision of bend and route; own for families and lifts; `fitBend`.
 */
export function insertKey(given: Property, time: Ticks, id: string, library: BendLibrary): Insertion {
  const claimed = inserted(given, time, id, library)
  return {
    property: claimed.property,
    // Looked at only where it is asked for.
    get exact() {
      const { exact, property } = claimed
      return exact && (given.keys.length === 0 || isSameMotionNear(given, property, { time, library }))
    },
  }
}

function inserted(given: Property, time: Ticks, id: string, library: BendLibrary): Insertion {
  const { property, place } = pinNear(given, time, library)
  const compiled = compileProperty(property, library)
  const value = storedValueAt(compiled, time)
  const made: Key = { id, t: time, value, bend: { kind: 'linear' }, through: 'corner' }
  const span = spanAt(compiled, time)
  const { keys } = property
  if (span < 0 || time > compiled.times[span + 1]!) {
    const list = [
      ...keys.slice(0, place).map(leftStraight),
      made,
      ...keys.slice(place).map(arrivedAtStraight),
    ]
    // What goes round, goes round with the new key in it.
    const goesRound = [property.before, property.after].some((rule) => rule && !STRAIGHT_ON.has(rule))
    const added = withSidesAsTheyAre({ ...property, keys: list }, id, library)
    return { property: added, exact: keys.length === 0 || !goesRound }
  }
  const [from, to] = [compiled.keys[span]!, compiled.keys[span + 1]!]
  const u = (time - from.t) / (to.t - from.t)
  const cut = cutBend(compiled, span, u)
  const bent = cut.after.kind === 'handles' || cut.after.kind === 'points'
  const middle: Key = { ...made, bend: cut.after, through: bent && cut.exact ? 'joined' : 'corner' }
  const bentKeys = keys.map((key) => (key === from ? { ...key, bend: cut.before } : key))
  const routed = cutRoute(compiled, span, u)
  const list = routed ? routed.into(bentKeys, middle) : withKey(bentKeys, middle)
  return {
    property: withSidesAsTheyAre({ ...property, keys: list }, id, library),
    exact: cut.exact && (!routed || routed.exact),
  }
}

/** Rules outside the keys that do not look at the keys beyond the nearest. */
const STRAIGHT_ON: ReadonlySet<Outside> = new Set(['hold', 'continue'])

/** How many keys on either side can come to have neighbours they had not: an end looks two keys far. */
const NEAR = 2

/**
 * Makes joined keys near a new one corners where their two sides are not in line: where a place turns round, at a corner of a
 * bend, at what was an end. Turned to each other afterwards they would move what is seen.
 */
function withSidesAsTheyAre(property: Property, id: string, library: BendLibrary): Property {
  const compiled = compileProperty(property, library)
  const at = compiled.keys.findIndex((key) => key.id === id)
  const bent = compiled.keys.filter(
    ({ through }, i) => Math.abs(i - at) <= NEAR && through === 'joined' && !isInLine(compiled, i),
  )
  if (bent.length === 0) return property
  const corners = new Set(bent.map((key) => key.id))
  return {
    ...property,
    keys: property.keys.map((key) => (corners.has(key.id) ? { ...key, through: 'corner' } : key)),
  }
}

/** A slope or a tangent worked out from neighbours would change with the new one; an end's looks two keys far. */
function pinNear(given: Property, time: Ticks, library: BendLibrary): { property: Property; place: number } {
  const before = (keys: readonly Key[]): number => {
    const at = keys.findIndex((key) => key.t > time)
    return at < 0 ? keys.length : at
  }
  const timed = given.keys.filter((key) => !key.timeless)
  const [place, timedPlace] = [before(given.keys), before(timed)]
  const near = (at: number) => (i: number) => Math.abs(i + 0.5 - at) < 2
  return { property: pinRoutes(pinSmooth(given, near(timedPlace), library), near(place)), place }
}

/** A key whose bend and route, not seen while it was the last, do not come to be seen now that it is not. */
function leftStraight(key: Key, i: number, keys: readonly Key[]): Key {
  if (i < keys.length - 1) return key
  return { ...(key.route ? withRoute(key, 'leave', [0, 0]) : key), bend: { kind: 'linear' } }
}

/** The same for one that was the first. */
function arrivedAtStraight(key: Key, i: number): Key {
  return i === 0 && key.route ? withRoute(key, 'arrive', [0, 0]) : key
}

function withKey(keys: readonly Key[], key: Key): Key[] {
  const at = keys.findIndex(({ t }) => t > key.t)
  return at < 0 ? [...keys, key] : [...keys.slice(0, at), key, ...keys.slice(at)]
}

interface RouteCut {
  /** The keys with the new one among them and the cut piece's handles shared out. */
  readonly into: (keys: readonly Key[], middle: Key) => Key[]
  readonly exact: boolean
}

function cutRoute(compiled: CompiledProperty, span: number, u: number): RouteCut | null {
  const place = compiled.spans[span]
  if (!(place instanceof PlaceSpan) || place.route.straight) return null
  const distance = place.distanceAt(u)
  const { piece, s } = locatedClosely(place, distance)
  const [first, second] = splitCubic(place.route.cubics[piece]!, s)
  const offset = (from: Vec2, to: Vec2): Vec2 => [to[0] - from[0], to[1] - from[1]]
  const arms = (cubic: Cubic): [Vec2, Vec2] => [
    offset(cubic.from, cubic.leave),
    offset(cubic.to, cubic.arrive),
  ]
  const [leave, arriveMiddle] = arms(first)
  const [leaveMiddle, arrive] = arms(second)
  const route: KeyRoute = { arrive: arriveMiddle, leave: leaveMiddle, through: 'joined' }
  const start = compiled.property.keys.indexOf(compiled.keys[span]!) + piece
  return {
    into: (keys, middle) => [
      ...keys.slice(0, start),
      withRoute(keys[start]!, 'leave', leave),
      { ...middle, route },
      withRoute(keys[start + 1]!, 'arrive', arrive),
      ...keys.slice(start + 2),
    ],
    exact: staysInside(place, u, distance),
  }
}

/** Where a route is cut: as near as its length can be told, as the two parts each keep what is left of the error. */
function locatedClosely({ route }: PlaceSpan, distance: number): RoutePoint {
  const { piece, s } = route.locate(distance)
  let at = s
  for (let step = 0; step < 3; step += 1) {
    const miss = route.distanceOf({ piece, s: at }) - distance
    const ahead = Math.min(1, at + SLOPE_STEP)
    const behind = Math.max(0, at - SLOPE_STEP)
    const slope =
      (route.distanceOf({ piece, s: ahead }) - route.distanceOf({ piece, s: behind })) / (ahead - behind)
    const next = at - miss / slope
    if (!(next >= 0 && next <= 1) || miss === 0) break
    at = next
  }
  return { piece, s: at }
}

/** Half the stretch over which a route's speed is taken. */
const SLOPE_STEP = 1e-4

/** A part of a curved route is a curve of its own only while neither part runs past the cut or the ends. */
function staysInside(place: PlaceSpan, u: number, distance: number): boolean {
  const hair = 1e-9 * place.route.length
  for (let i = 0; i <= 200; i += 1) {
    const at = i / 200
    const travelled = place.distanceAt(at)
    if (at < u ? travelled > distance + hair : travelled < distance - hair) return false
  }
  return distance >= 0 && distance <= place.route.length
}

function withRoute(key: Key, side: 'arrive' | 'leave', offset: Vec2): Key {
  const route = key.route ?? { arrive: [0, 0], leave: [0, 0], through: 'corner' }
  return { ...key, route: { ...route, [side]: offset } }
}
