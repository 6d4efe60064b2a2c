import {
  HandlesCurve,
  splitBend,
  splitOrdinates,
  type Bend,
  type Handle,
  LEAST_CHANGE,
} from '../bend/index.ts'
import { splitCubic, type Cubic, type Vec2 } from '../route/index.ts'
import type { Ticks } from '../time/index.ts'
import { compileProperty, type CompiledProperty } from './compileProperty.ts'
import { spanAt, valueAt } from './evaluate.ts'
import { pinSmooth } from './pinSmooth.ts'
import { PlaceSpan } from './placeSpan.ts'
import type { Key, KeyRoute, Property } from './property.ts'
import { valueOfNumbers } from './valueOfNumbers.ts'

export interface Insertion {
  readonly property: Property
  /** Whether the motion is unchanged; when not, it still is at every key. */
  readonly exact: boolean
}

/**
 * Puts a key at a moment that has none, leaving the motion as it was (to 1e-9) wherever a bend can say so.
 * It cannot where the value at that moment equals a neighbour's although the span moves in between,
 * or where a curved route has been left behind: then `exact` is false.
 * The property must have numbers (not a choice or an outline).
 * Source: P. de Casteljau's subdivision of bend and route; own for families and lifts.
 */
export function insertKey(given: Property, time: Ticks, id: string): Insertion {
  const at = given.keys.findIndex((key) => key.t > time)
  const place = at < 0 ? given.keys.length : at
  // A slope worked out from neighbours would change with the new one; an end's looks two keys far.
  const property = pinSmooth(given, (i) => Math.abs(i + 0.5 - place) < 2)
  const { keys } = property
  const compiled = compileProperty(property)
  const value = valueOfNumbers(property.kind, valueAt(compiled, time))
  const made: Key = { id, t: time, value, bend: { kind: 'linear' }, through: 'corner' }
  if (place === 0 || place === keys.length) {
    const list = place === 0 ? [made, ...keys] : [...keys, made]
    return { property: { ...property, keys: list }, exact: true }
  }
  const span = spanAt(compiled, time)
  const [from, to] = [keys[span]!, keys[span + 1]!]
  const u = (time - from.t) / (to.t - from.t)
  const cut = cutBend(compiled, span, u)
  const route = cutRoute(compiled, span, u)
  const middle: Key = { ...made, bend: cut.after, ...(route ? { route: route.middle } : {}) }
  const first = withRoute({ ...from, bend: cut.before }, 'leave', route?.leave)
  const last = withRoute(to, 'arrive', route?.arrive)
  const list = [...keys.slice(0, span), first, middle, last, ...keys.slice(span + 2)]
  return { property: { ...property, keys: list }, exact: cut.exact && (route?.exact ?? true) }
}

interface BendCut {
  readonly before: Bend
  readonly after: Bend
  readonly exact: boolean
}

function cutBend(compiled: CompiledProperty, span: number, u: number): BendCut {
  const bend = compiled.bends[span]!
  const geometric = compiled.property.mix === 'geometric'
  if (bend.kind === 'handles' && compiled.property.kind !== 'colour' && !geometric) {
    const lifted = bend.leave.lift ?? bend.arrive.lift
    const progress = compiled.spans[span]!.curve.progress(u)
    const flat = Math.abs(progress) < LEAST_CHANGE || Math.abs(1 - progress) < LEAST_CHANGE
    if (lifted || flat) return { ...cutLifted(compiled, span, u), exact: true }
  }
  const cut = splitBend(bend, u)
  if (cut) return { before: cut.before, after: cut.after, exact: true }
  return { before: { kind: 'linear' }, after: { kind: 'linear' }, exact: false }
}

/** Cuts a Bézier whose ordinates are absolute values, one cubic a component; what the change cannot carry becomes lift. */
function cutLifted(compiled: CompiledProperty, span: number, u: number): { before: Bend; after: Bend } {
  const bend = compiled.bends[span] as Extract<Bend, { kind: 'handles' }>
  const { leave, arrive } = bend
  const s = new HandlesCurve(bend).parameter(u)
  const time = splitOrdinates([0, leave.reach, 1 - arrive.reach, 1], s)
  const ordinates = spanEnds(compiled, span).map(([from, to], i) => {
    const change = to - from
    const early = from + leave.rise * change + (leave.lift?.[i] ?? 0)
    const late = to - arrive.rise * change + (arrive.lift?.[i] ?? 0)
    return splitOrdinates([from, early, late, to], s)
  })
  const side = (half: 'before' | 'after', length: number): Bend => {
    const times = time[half]
    const reach = (share: number): number => Math.min(1, Math.max(0, share / length))
    return {
      kind: 'handles',
      leave: liftedHandle(
        reach(times[1] - times[0]),
        ordinates.map((list) => [list[half], 1, 0]),
      ),
      arrive: liftedHandle(
        reach(times[3] - times[2]),
        ordinates.map((list) => [list[half], 2, 3]),
      ),
    }
  }
  return { before: side('before', u), after: side('after', 1 - u) }
}

type Ordinate = readonly [values: readonly [number, number, number, number], control: 1 | 2, end: 0 | 3]

/** A single component rises along its change; several are all carried by lift. */
function liftedHandle(reach: number, ordinates: readonly Ordinate[]): Handle {
  if (ordinates.length === 1) {
    const [values, control, end] = ordinates[0]!
    const change = values[3] - values[0]
    const offset = values[control] - values[end]
    if (Math.abs(change) > 1e-6 * Math.abs(offset))
      return { reach, rise: (end === 0 ? offset : -offset) / change }
  }
  return { reach, rise: 0, lift: ordinates.map(([values, control, end]) => values[control] - values[end]) }
}

/** From and to of each component; a place counts its distance. */
function spanEnds(compiled: CompiledProperty, span: number): [number, number][] {
  const place = compiled.spans[span]
  if (place instanceof PlaceSpan) return [[0, place.route.length]]
  const { values, width } = compiled
  return Array.from({ length: width }, (_, i) => [values[span * width + i]!, values[(span + 1) * width + i]!])
}

interface RouteCut {
  readonly leave: Vec2
  readonly middle: KeyRoute
  readonly arrive: Vec2
  readonly exact: boolean
}

function cutRoute(compiled: CompiledProperty, span: number, u: number): RouteCut | null {
  const place = compiled.spans[span]
  if (!(place instanceof PlaceSpan) || place.route.straight) return null
  const distance = place.distanceAt(u)
  const [first, second] = splitCubic(place.route.cubic, place.route.parameterAt(distance))
  const offset = (from: Vec2, to: Vec2): Vec2 => [to[0] - from[0], to[1] - from[1]]
  const arm = (cubic: Cubic): [Vec2, Vec2] => [
    offset(cubic.from, cubic.leave),
    offset(cubic.to, cubic.arrive),
  ]
  const [leave, arriveMiddle] = arm(first)
  const [leaveMiddle, arrive] = arm(second)
  return {
    leave,
    arrive,
    middle: { arrive: arriveMiddle, leave: leaveMiddle, through: 'joined' },
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

function withRoute(key: Key, side: 'arrive' | 'leave', offset: Vec2 | undefined): Key {
  if (!offset) return key
  const route = key.route ?? { arrive: [0, 0], leave: [0, 0], through: 'corner' }
  return { ...key, route: { ...route, [side]: offset } }
}
