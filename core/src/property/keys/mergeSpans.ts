import { NO_LINKS, HOLD, LINEAR, type PlainBend } from '../../bend/index.ts'
import { mergeRoutes } from '../../fit/index.ts'
import { compileRoute, type Vec2 } from '../../route/index.ts'
import { compileProperty, type CompiledProperty } from '../compileProperty.ts'
import { fitBend } from './fitBend.ts'
import { PlaceSpan } from '../spans/placeSpan.ts'
import type { Key, KeyRoute, Property } from '../property.ts'
import { propertyGap } from '../propertyGap.ts'

export interface MergedSpans {
  /** The first key with the new bend, the last with its side of the route. */
  readonly from: Key
  readonly to: Key
  /** Largest distance from the old motion, in the value's units. */
  readonly error: number
}

export interface MergeOptions {
  /** Largest gap between the looks that find the error, ticks. */
  readonly step: number
  /** Merging is good enough at this error; 0 by default: the best is sought. */
  readonly within?: number
}

/**
 * One span instead of several, as near to the old motion as one bend (and one route) comes. A joined or smooth key
 * keeps its speed at its side. What a plain line, a hold or the first key's own bend does as well is preferred.
 * @param first, last indices of timed keys, first < last; keys between them fall away
 */
export function mergeSpans(
  compiled: CompiledProperty,
  first: number,
  last: number,
  { step, within = 0 }: MergeOptions,
): MergedSpans {
  const [from, to] = [compiled.keys[first]!, compiled.keys[last]!]
  const routes = mergedRoute(compiled, first, last)
  const merged = (bend: PlainBend): MergedSpans => {
    const ends: readonly [Key, Key] = [
      { ...from, bend, through: 'corner', ...(routes ? { route: routes.from } : {}) },
      { ...to, through: 'corner', ...(routes ? { route: routes.to } : {}) },
    ]
    const alone = compileProperty(
      { ...compiled.property, keys: ends, before: 'hold', after: 'hold' },
      NO_LINKS,
    )
    const error = propertyGap(compiled, alone, { start: from.t, end: to.t, step })
    return {
      from: { ...ends[0], through: from.through },
      to: { ...ends[1], through: to.through },
      error,
    }
  }
  if (compiled.property.kind === 'choice') return merged(HOLD)
  let best: MergedSpans | null = null
  const own = compiled.bends[first]!
  const candidates: (() => PlainBend)[] = [
    () => own,
    () => LINEAR,
    () => HOLD,
    () =>
      fitBend(compiled, from.t, to.t, {
        keepLeave: from.through !== 'corner',
        keepArrive: to.through !== 'corner',
      }),
  ]
  for (const candidate of candidates) {
    const tried = merged(candidate())
    if (!best || tried.error < best.error) best = tried
    if (best.error <= within) break
  }
  return best!
}

/**
 * A property with merged spans in place of the ones they were made of; the keys inside fall away.
 * @param merges in order of time, none overlapping; the property is the one they were made from
 */
export function withMerges(property: Property, merges: readonly MergedSpans[]): Property {
  const written = new Map<string, Key>()
  const gone = new Set<string>()
  const placeOf = new Map(property.keys.map(({ id }, i) => [id, i]))
  for (const { from, to } of merges) {
    // Where one merge ends and the next begins, the key keeps the side the first one wrote.
    const arrive = (written.get(from.id) ?? from).route?.arrive
    const routed = from.route && arrive ? { route: { ...from.route, arrive } } : {}
    written.set(from.id, { ...from, ...routed })
    written.set(to.id, to)
    for (let i = placeOf.get(from.id)! + 1; i < placeOf.get(to.id)!; i += 1) gone.add(property.keys[i]!.id)
  }
  const left = property.keys.filter(({ id }) => !gone.has(id))
  return { ...property, keys: left.map((key) => written.get(key.id) ?? key) }
}

const offset = (from: Vec2, to: Vec2): Vec2 => [to[0] - from[0], to[1] - from[1]]

/** Both keys' route handles once the routes between them are one; null for other kinds than places. */
function mergedRoute(
  { keys, spans }: CompiledProperty,
  first: number,
  last: number,
): { from: KeyRoute; to: KeyRoute } | null {
  const places = spans.slice(first, last)
  if (!(places[0] instanceof PlaceSpan)) return null
  const cubics = places.flatMap((span) => (span as PlaceSpan).route.cubics)
  const stored = (key: Key): KeyRoute => key.route ?? { arrive: [0, 0], leave: [0, 0], through: 'corner' }
  const [from, to] = [stored(keys[first]!), stored(keys[last]!)]
  const ends = { from: cubics[0]!.from, to: cubics[cubics.length - 1]!.to }
  const direct = compileRoute({ from: ends.from, leave: ends.from, arrive: ends.to, to: ends.to })
  const routes = cubics.map(compileRoute)
  const travelled = routes.reduce((sum, { length }) => sum + length, 0)
  if (travelled - direct.length <= 1e-9 * travelled)
    return { from: { ...from, leave: [0, 0] }, to: { ...to, arrive: [0, 0] } }
  const { cubic } = cubics.length === 1 ? { cubic: cubics[0]! } : mergeRoutes(routes)
  return {
    from: { ...from, leave: offset(cubic.from, cubic.leave) },
    to: { ...to, arrive: offset(cubic.to, cubic.arrive) },
  }
}
