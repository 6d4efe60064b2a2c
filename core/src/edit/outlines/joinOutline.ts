import type { Draft } from 'immer'
import { HOLD, type Bend, type BendLibrary, type Handle } from '../../bend/index.ts'
import { fitCurve, type Curve } from '../../fit/index.ts'
import {
  keysOfPieces,
  numbersOfOutline,
  outlineOfNumbers,
  pinSmooth,
  unrollProperty,
  type Key,
  type Outline,
  type Property,
} from '../../property/index.ts'
import type { Vec2 } from '../../route/index.ts'
import {
  armOffset,
  outlineReader,
  partAt,
  placeOfPart,
  vertexPartName,
  vertexPartOf,
  vertexPartsIn,
  type Layer,
  type OutlineReader,
  type Project,
} from '../../scene/index.ts'
import { asTicks, BadTime, type Ticks } from '../../time/index.ts'
import { BadEdit } from '../badEdit.ts'
import { libraryIn, makeLawful, undrafted } from '../editProperty.ts'
import { sceneIn, type MakeId, type PropertyRef } from '../refs.ts'
import { seenTime, type SeenTime } from '../seenTime.ts'
import { outlineLayerIn, restOfSplit } from './splitOutline.ts'

/** Largest distance a vertex or the end of an arm is meant to stray, px. Source: the motion model, section 7. */
const WITHIN_PX = 0.1
const MOST_LOOKS = 20_000
/** A stretch whose end misses its key by more than this ends in a jump, px or degrees. */
const JUMP = 1e-3

export interface JoinReport {
  readonly keys: number
  /** Largest distance of a vertex or an arm's end from where it was, at four looks a frame, px. */
  readonly error: number
}

/**
 * Joins what moves parts of an outline's vertices into keys that hold all of it. Where all parts that move have keys and bends
 * alike these are taken as they are, and nothing changes; elsewhere they are fitted.
 * @throws BadEdit when it is not split, its layer is locked, or its rounds are too many to be written out
 */
export function joinOutline(
  draft: Draft<Project>,
  ref: PropertyRef,
  { makeId }: { readonly makeId: MakeId },
): JoinReport {
  const drafted = outlineLayerIn(draft, ref, true)
  const layer = undrafted<Layer>(drafted)
  const library = libraryIn(draft)
  const scene = sceneIn(draft, ref.scene)
  const was = outlineReader(layer, ref.property, library)
  const names = vertexPartsIn(layer.properties)
  const seen = seenTime(
    scene,
    names.map((name) => layer.properties[name]!),
  )
  const lanes = lanesOf(layer, names, seen, library)
  const property: Draft<Property> = {
    ...undrafted<Property>(drafted.properties[ref.property]),
  } as Draft<Property>
  delete property.split
  // What goes on outside the keys is for the parts to say.
  delete property.before
  delete property.after
  const rest = restOfSplit(layer.properties, ref.property)
  const attempt = (within: number): Attempt => {
    const made = makeLawful(joined({ ...property, value: rest }, { lanes, within, seen, library, makeId }), {
      library,
    })
    return { made, error: largestGap(was, outlineReader({ properties: { made } }, 'made', library), seen) }
  }
  let best = attempt(WITHIN_PX)
  // Angles and lengths are fitted as numbers; what that comes to in px is known only afterwards.
  for (let tries = 0; best.error > WITHIN_PX && tries < 3; tries += 1) {
    const closer = attempt((WITHIN_PX * 0.5 * WITHIN_PX) / best.error / 4 ** tries)
    if (closer.error < best.error) best = closer
  }
  for (const name of names) delete drafted.properties[name]
  drafted.properties[ref.property] = best.made as Draft<Property>
  return { keys: best.made.keys.length, error: best.error }
}

interface Attempt {
  readonly made: Property
  readonly error: number
}

interface Lane {
  /** Its place among the outline's numbers. */
  readonly at: number
  readonly property: Property
}

const rulesOf = ({ before, after, keys }: Property): string =>
  [before ?? 'hold', after ?? 'hold', keys[0]!.t, keys.at(-1)!.t].join(' ')
const goesOn = ({ before, after }: Property): boolean =>
  (before ?? 'hold') !== 'hold' || (after ?? 'hold') !== 'hold'

/** The parts that move, with bends of their own; written out over what is seen where they go on by rules of their own. */
function lanesOf(
  { properties }: Layer,
  names: readonly string[],
  { start, end }: SeenTime,
  library: BendLibrary,
): readonly Lane[] {
  const moving = names.filter((name) => properties[name]!.keys.length > 0)
  const all = moving.map((name) => ({
    at: placeOfPart(vertexPartOf(name)!),
    property: pinSmooth(properties[name]!, () => true, library),
  }))
  const alike = new Set(all.map(({ property }) => rulesOf(property))).size <= 1
  if (alike || !all.some(({ property }) => goesOn(property))) return all
  try {
    return all.map(({ at, property }) => ({
      at,
      property: goesOn(property) ? unrollProperty(property, start, end, library).property : property,
    }))
  } catch (caught) {
    if (!(caught instanceof BadTime)) throw caught
    throw new BadEdit('Its vertices go round too often to be written out as keys. Nothing was changed.')
  }
}

interface JoinOptions {
  readonly lanes: readonly Lane[]
  readonly within: number
  readonly seen: SeenTime
  readonly library: BendLibrary
  readonly makeId: MakeId
}

/** The outline with keys for all of it. */
function joined(property: Property, options: JoinOptions): Property {
  const { lanes, library, makeId } = options
  if (lanes.length === 0) return property
  const times = [...new Set(lanes.flatMap(({ property: { keys } }) => keys.map(({ t }) => t)))].sort(
    (a, b) => a - b,
  )
  const reader = readerOf(property.value as Outline, lanes, library)
  const { closed } = property.value as Outline
  const valueAt = (t: number): Outline => {
    const numbers = new Float64Array(reader.width)
    reader.numbersInto(numbers, t)
    for (const { at, property: lane } of lanes) {
      const here = lane.keys.find((key) => key.t === t)
      if (here) numbers[at] = here.value as number
    }
    return outlineOfNumbers(numbers, closed)
  }
  const keys = times.flatMap((t, i): Key[] => {
    const here = lanes.map(({ property: lane }) => lane.keys.find((key) => key.t === t))
    const through = here.every((key) => key?.through === 'joined') ? 'joined' : 'corner'
    const next = times[i + 1]
    const key: Key = { id: makeId(), t, value: valueAt(t), bend: { kind: 'linear' }, through }
    if (next === undefined) return [{ ...key, bend: here.find(Boolean)!.bend }]
    const bend = sharedBend(lanes, t, next)
    return bend
      ? [{ ...key, bend }]
      : fitted(key, reader, { ...options, property, end: next, to: valueAt(next) })
  })
  const { before, after } = lanes[0]!.property
  return { ...property, keys, ...(before ? { before } : {}), ...(after ? { after } : {}) }
}

/** Whether all parts that move have keys at the same moments, and the same bends between: then joining them changes nothing. */
export function moveAlike(properties: Layer['properties']): boolean {
  const lanes = vertexPartsIn(properties)
    .map((name): Lane => ({ at: placeOfPart(vertexPartOf(name)!), property: properties[name]! }))
    .filter(({ property }) => property.keys.length > 0)
  const [first] = lanes
  if (!first || new Set(lanes.map(({ property }) => rulesOf(property))).size > 1) return false
  const times = first.property.keys.map(({ t }) => t)
  return (
    lanes.every(
      ({ property: { keys, mix } }) => keys.length === times.length && (mix ?? 'plain') === 'plain',
    ) && times.slice(1).every((t, i) => sharedBend(lanes, times[i]!, t) !== null)
  )
}

/** The bend of all lanes from one moment to the next; null where they have others, or no keys there. */
function sharedBend(lanes: readonly Lane[], from: Ticks, to: Ticks): Bend | null {
  const bends = lanes.map(({ property: { keys } }) => {
    const i = keys.findIndex(({ t }) => t === from)
    return i >= 0 && keys[i + 1]?.t === to ? keys[i]!.bend : null
  })
  const [first] = bends
  if (!first) return null
  const plain = JSON.stringify(withoutLift(first))
  if (!bends.every((bend) => bend && JSON.stringify(withoutLift(bend)) === plain)) return null
  if (first.kind !== 'handles') return first
  const lifted = (side: 'leave' | 'arrive'): Handle => {
    const { reach, rise } = first[side]
    const lift: number[] = []
    lanes.forEach(({ at }, n) => {
      const bend = bends[n]!
      const own = bend.kind === 'handles' ? (bend[side].lift?.[0] ?? 0) : 0
      if (own !== 0) lift[at] = own
    })
    return lift.length > 0 ? { reach, rise, lift: Array.from(lift, (one) => one ?? 0) } : { reach, rise }
  }
  return { kind: 'handles', leave: lifted('leave'), arrive: lifted('arrive') }
}

function withoutLift(bend: Bend): Bend {
  if (bend.kind !== 'handles') return bend
  const plain = ({ reach, rise }: Handle): Handle => ({ reach, rise })
  return { kind: 'handles', leave: plain(bend.leave), arrive: plain(bend.arrive) }
}

function readerOf(rest: Outline, lanes: readonly Lane[], library: BendLibrary): OutlineReader {
  const names = lanes.map(({ at, property }) => [vertexPartName(partAt(at)), property] as const)
  const outline: Property = { kind: 'outline', value: rest, keys: [], split: true }
  return outlineReader({ properties: { outline, ...Object.fromEntries(names) } }, 'outline', library)
}

interface FitOptions extends JoinOptions {
  readonly property: Property
  readonly end: Ticks
  /** The next key's. */
  readonly to: Outline
}

/** Keys from one moment to before the next. */
function fitted(
  first: Key,
  reader: OutlineReader,
  { within, seen, makeId, property, end, to }: FitOptions,
): Key[] {
  const curve: Curve = { width: reader.width, valueInto: (out, t) => reader.numbersInto(out, t) }
  // At its end a stretch may jump, and then belongs to the one after.
  const { pieces } = fitCurve(heldBefore(curve, end), first.t, end, { within, step: seen.step, search: true })
  const [begin, ...others] = keysOfPieces(pieces, { property, makeId })
  const keys: Key[] = [{ ...begin!, id: first.id, t: first.t, value: first.value }, ...others]
  const last = keys.pop()!
  const goal = numbersOfOutline(to)
  const meets = numbersOfOutline(last.value as Outline).every((part, c) => Math.abs(part - goal[c]!) <= JUMP)
  if (meets || last.t - 1 <= keys.at(-1)!.t) return keys
  return [...keys, { ...last, t: asTicks(last.t - 1), bend: HOLD }]
}

/** A curve that has not yet jumped at its end. */
function heldBefore({ width, valueInto }: Curve, end: number): Curve {
  return { width, valueInto: (out, t) => valueInto(out, t >= end ? end - 1e-3 : t) }
}

/** Each vertex and the ends of its arms. */
const pointsOf = (numbers: Float64Array, closed: boolean): Vec2[] =>
  outlineOfNumbers(numbers, closed).vertices.flatMap(({ at, arrive, leave }) => [
    at,
    sumOf(at, armOffset(arrive)),
    sumOf(at, armOffset(leave)),
  ])
const sumOf = ([x, y]: Vec2, [dx, dy]: Vec2): Vec2 => [x + dx, y + dy]

/** The largest distance between the points of two outlines over what is seen, px. */
function largestGap(a: OutlineReader, b: OutlineReader, { start, end, step }: SeenTime): number {
  const [one, other] = [new Float64Array(a.width), new Float64Array(b.width)]
  const count = Math.min(MOST_LOOKS, Math.max(8, Math.ceil((end - start) / step)))
  let worst = 0
  for (let i = 0; i <= count; i += 1) {
    const t = start + (i / count) * (end - start)
    a.numbersInto(one, t)
    b.numbersInto(other, t)
    if (one.every((part, c) => part === other[c])) continue
    const [from, to] = [pointsOf(one, a.closed), pointsOf(other, b.closed)]
    from.forEach(([x, y], p) => (worst = Math.max(worst, Math.hypot(x - to[p]![0], y - to[p]![1]))))
  }
  return worst
}
