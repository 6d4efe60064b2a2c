import type { BendLibrary } from '../bend/index.ts'
import { splitCubic, type Cubic, type Vec2 } from '../route/index.ts'
import type { Ticks } from '../time/index.ts'
import { compileProperty, type CompiledProperty } from './compileProperty.ts'
import { cutBend } from './cutBend.ts'
import { spanAt, storedValueAt } from './evaluate.ts'
import { isSameMotion } from './isSameMotion.ts'
import { pinRoutes } from './pinRoutes.ts'
import { pinSmooth } from './pinSmooth.ts'
import { PlaceSpan } from './placeSpan.ts'
import type { Key, KeyRoute, Property } from './property.ts'

export interface Insertion {
  readonly property: Property
  /** Whether the motion is unchanged; when not, it still is at every key and near between. */
  readonly exact: boolean
}

/**
 * Puts a key at a moment that has none, leaving the motion as it was (to 1e-9) wherever a bend can say so.
 * It cannot where the value at that moment equals a neighbour's although the span moves in between, where a curved
 * route has been left behind, or where a bump is added to a mix that does not add up (geometric, other colour
 * spaces): then the nearest bends are taken and `exact` is false.
 * Source: P. de Casteljau's subdivision of bend and route; own for families and lifts; `fitBend`.
 */
export function insertKey(given: Property, time: Ticks, id: string, library: BendLibrary = []): Insertion {
  const { property, place } = pinNear(given, time, library)
  const compiled = compileProperty(property, library)
  const value = storedValueAt(compiled, time)
  const made: Key = { id, t: time, value, bend: { kind: 'linear' }, through: 'corner' }
  const span = spanAt(compiled, time)
  const { keys } = property
  if (span < 0 || time > compiled.times[span + 1]!) {
    const list = [...keys.slice(0, place), made, ...keys.slice(place)]
    return { property: { ...property, keys: list }, exact: true }
  }
  const [from, to] = [compiled.keys[span]!, compiled.keys[span + 1]!]
  const u = (time - from.t) / (to.t - from.t)
  const cut = cutBend(compiled, span, u)
  const bent = cut.after.kind === 'handles' || cut.after.kind === 'points'
  const middle: Key = { ...made, bend: cut.after, through: bent && cut.exact ? 'joined' : 'corner' }
  const bentKeys = keys.map((key) => (key === from ? { ...key, bend: cut.before } : key))
  const routed = cutRoute(compiled, span, u)
  if (!routed) {
    const inserted = { ...property, keys: withKey(bentKeys, middle) }
    // A colour on the way need not be one that can be stored, nor lie on the way from it: less than nothing of a hue or
    // of a cover is another colour.
    const stored =
      property.kind !== 'colour' || isSameMotion(property, inserted, { from: from.t, to: to.t, library })
    return { property: inserted, exact: cut.exact && stored }
  }
  return {
    property: { ...property, keys: routed.into(bentKeys, middle) },
    exact: cut.exact && routed.exact,
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
  const { piece, s } = place.route.locate(distance)
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
