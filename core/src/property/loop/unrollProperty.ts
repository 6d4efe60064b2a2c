import { HOLD, LINEAR, NO_LINKS, type BendLibrary } from '../../bend/index.ts'
import { asTicks, BadTime, type Ticks } from '../../time/index.ts'
import { compileProperty, timedKeys } from '../compileProperty.ts'
import { storedValueAt } from '../evaluate.ts'
import { insertKey } from '../keys/insertKey.ts'
import type { CompiledSpan } from '../spans/compiledSpan.ts'
import type { PlaceSpan } from '../spans/placeSpan.ts'
import { pinRoutes } from '../smooth/pinRoutes.ts'
import { withOwnBends } from '../keys/withOwnBends.ts'
import { pinSmooth } from '../smooth/pinSmooth.ts'
import { mirrorKeys } from '../keys/mirrorKeys.ts'
import { STRAIGHT } from '../spans/routeSpans.ts'
import type { Side } from '../smooth/sideSlopes.ts'
import { numbersOfOutline, outlineOfNumbers } from '../outlineNumbers.ts'
import type { Key, Outline, Outside, Property, Value } from '../property.ts'

/** Keys a written-out cycle may take. */
const MOST_KEYS = 20_000

export interface Unrolled {
  /** Keys from `start` to `end`, which hold outside; smooth sides are written down. */
  readonly property: Property
  /** Whether the motion between is unchanged to 1e-9; else only near. */
  readonly exact: boolean
}

/**
 * A property as plain keys over a stretch of time: what its rules do outside its keys is written out, and keys
 * stand at both ends. A seam of a loop is two keys one tick apart.
 * @throws BadTime when a cycle is so short that writing it out would take more than MOST_KEYS keys
 */
export function unrollProperty(property: Property, start: Ticks, end: Ticks, library: BendLibrary): Unrolled {
  if (timedKeys(property).length < 2)
    return { property: { ...property, before: 'hold', after: 'hold' }, exact: true }
  const unlinked = withOwnBends(property, library)
  const pinned = pinRoutes(
    pinSmooth(unlinked, () => true, NO_LINKS),
    () => true,
  )
  const keys = [
    ...outsideKeys(pinned, start, pinned.keys[0]!.t, pinned.before ?? 'hold'),
    ...withPlainEnds(pinned.keys),
    ...outsideKeys(pinned, pinned.keys[pinned.keys.length - 1]!.t, end, pinned.after ?? 'hold'),
  ].sort((a, b) => a.t - b.t)
  const plain: Property = { ...pinned, keys: mergeDoubles(keys), before: 'hold', after: 'hold' }
  const cropped = cropTo(plain, start, end)
  return goesBackIn(pinned) ? { ...cropped, exact: false } : cropped
}

/** Whether a place goes on into its own curved route again: at the end speed back along it, which no line can say. */
function goesBackIn(property: Property): boolean {
  const { kind, before, after } = property
  if (kind !== 'place' || (before !== 'continue' && after !== 'continue')) return false
  const { spans } = compileProperty(property, NO_LINKS)
  const speed = new Float64Array(1)
  const back = (span: CompiledSpan, u: 0 | 1): boolean => {
    span.speedInto(speed, u)
    return speed[0]! < 0 && !(span as PlaceSpan).route.straight
  }
  return (
    (before === 'continue' && back(spans[0]!, 0)) ||
    (after === 'continue' && back(spans[spans.length - 1]!, 1))
  )
}

/** What goes on beyond the first and the last key does so in a line: their outer sides are unused so far. */
function withPlainEnds(keys: readonly Key[]): Key[] {
  return keys.map((key, i): Key => {
    const first = i === 0 ? withSide(key, 'arrive', {}) : key
    return i === keys.length - 1 ? withSide({ ...first, bend: LINEAR }, 'leave', {}) : first
  })
}

/** Two keys at one tick become the later one, which is arrived at as the earlier one was. */
function mergeDoubles(keys: readonly Key[]): Key[] {
  const merged: Key[] = []
  for (const key of keys) {
    const before = merged[merged.length - 1]
    if (before?.t !== key.t) merged.push(key)
    else merged[merged.length - 1] = withSide(key, 'arrive', before)
  }
  return merged
}

/** A key with one side of its route as another key has it. */
function withSide(key: Key, side: Side, other: Pick<Key, 'route'>): Key {
  if (!key.route && !other.route) return key
  const route = key.route ?? STRAIGHT
  return { ...key, route: { ...route, through: 'corner', [side]: (other.route ?? STRAIGHT)[side] } }
}

/** Keys that spell out a rule between two moments beyond the property's own keys. */
function outsideKeys(property: Property, from: number, to: number, rule: Outside): Key[] {
  if (rule === 'hold' || to <= from) return []
  const { keys } = property
  const first = keys[0]!.t
  const length = keys[keys.length - 1]!.t - first
  const after = from >= first + length
  if (rule === 'continue') return [continuing(property, after ? to : from, after)]
  const made: Key[] = []
  const firstRound = Math.floor((from - first) / length)
  const lastRound = Math.floor((to - first) / length)
  if ((lastRound - firstRound + 1) * keys.length > MOST_KEYS) {
    throw new BadTime(
      'A cycle repeats too fast to be written out key by key. Make it longer, or the scene shorter.',
    )
  }
  for (let round = firstRound; round <= lastRound; round += 1) {
    if (round === 0) continue
    made.push(...roundOf(property, round, rule))
  }
  return made
}

function continuing(property: Property, time: number, after: boolean): Key {
  const value = storedValueAt(compileProperty(property, NO_LINKS), time)
  return { id: `${after ? 'on' : 'back'}`, t: asTicks(time), value, bend: LINEAR, through: 'corner' }
}

function roundOf(property: Property, round: number, rule: Outside): Key[] {
  const { keys } = property
  const first = keys[0]!.t
  const length = keys[keys.length - 1]!.t - first
  const shift = round * length
  if (rule === 'thereAndBack') return thereOrBack(property, first + shift, round)
  return keys.map((key, i): Key => {
    const last = i === keys.length - 1
    // The round's end gives way to the next round's start at that tick; a tick earlier it still holds.
    const seam = last ? -1 : i === 0 && round === 1 ? 1 : 0
    return {
      ...key,
      id: `${key.id}~${round}`,
      t: asTicks(key.t + shift + seam),
      value: rule === 'carryOn' ? carried(property, key.value, round) : key.value,
      bend: last ? HOLD : key.bend,
    }
  })
}

function carried(property: Property, value: Value, rounds: number): Value {
  const { kind, keys } = property
  const [from, to] = [keys[0]!.value, keys[keys.length - 1]!.value]
  if (typeof value === 'number') return value + rounds * ((to as number) - (from as number))
  if (kind === 'colour' || kind === 'choice') return value
  if (kind === 'outline') {
    const [start, end, here] = [from, to, value].map((outline) => numbersOfOutline(outline as Outline))
    const numbers = here!.map((part, i) => part + rounds * (end![i]! - start![i]!))
    return outlineOfNumbers(numbers, (value as Outline).closed)
  }
  const part = (list: Value, i: number): number => (list as readonly [number, number])[i]!
  const shifted = (i: number): number => part(value, i) + rounds * (part(to, i) - part(from, i))
  return [shifted(0), shifted(1)]
}

function thereOrBack(property: Property, start: number, round: number): Key[] {
  if (round % 2 !== 0) return backwards(property, start, round)
  const shift = start - property.keys[0]!.t
  return property.keys.map((key): Key => ({ ...key, id: `${key.id}~${round}`, t: asTicks(key.t + shift) }))
}

/** The keys played backwards, handles and bends mirrored. */
function backwards(property: Property, start: number, round: number): Key[] {
  const { keys } = property
  const last = keys[keys.length - 1]!.t
  const mirrored = mirrorKeys(keys, {
    kind: property.kind,
    library: [],
    timeOf: (time) => start + last - time,
    lastBend: LINEAR,
  })
  return mirrored.map((key) => ({ ...key, id: `${key.id}~${round}` }))
}

function cropTo(property: Property, start: Ticks, end: Ticks): Unrolled {
  let exact = true
  let cropped = property
  for (const edge of [start, end]) {
    const { keys } = cropped
    const inside = keys[0]!.t < edge && edge < keys[keys.length - 1]!.t
    if (!inside || keys.some((key) => key.t === edge)) continue
    const inserted = insertKey(cropped, edge, `edge~${edge}`, NO_LINKS)
    exact = exact && inserted.exact
    cropped = inserted.property
  }
  const kept = cropped.keys.filter((key) => key.t >= start && key.t <= end)
  if (kept.length > 0) return { property: { ...cropped, keys: kept }, exact }
  const value = storedValueAt(compileProperty(property, NO_LINKS), start)
  return { property: { ...cropped, value, keys: [] }, exact }
}
