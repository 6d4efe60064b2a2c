import { clamp } from '../../number/index.ts'
import type { Draft } from 'immer'
import { HOLD, type BendLibrary, type Handle, type PlainBend } from '../../bend/index.ts'
import { fitCurve, type Curve } from '../../fit/index.ts'
import type { PlaceSpan } from '../../property/index.ts'
import {
  compileProperty,
  isInLine,
  keysOfPieces,
  pinRoutes,
  pinSmooth,
  unrollProperty,
  valueInto,
  type CompiledProperty,
  type Key,
  type Pattern,
  type Property,
} from '../../property/index.ts'
import type { Vec2 } from '../../route/index.ts'
import type { Layer, Project } from '../../scene/index.ts'
import { asTicks, BadTime } from '../../time/index.ts'
import { BadEdit } from '../badEdit.ts'
import { libraryIn, makeLawful, undrafted } from '../editProperty.ts'
import { withPatterns } from '../patterns/patterns.ts'
import { joinAxes } from './joinAxes.ts'
import { layerIn, sceneIn, type MakeId } from '../refs.ts'
import { seenTime, type SeenTime } from '../seenTime.ts'

/** Largest distance from the old position, px. Source: the motion model, section 7. */
const WITHIN_PX = 0.1
/** Shares of every span that are looked at besides: evenly, and close to its ends. */
const LOOKS_A_SPAN = [
  ...[1e-4, 1e-3, 1e-2].flatMap((close) => [close, 1 - close]),
  ...Array.from({ length: 32 }, (_, i) => (i + 0.5) / 32),
]
/** Looks at the most, so that a scene of hours does not hold up the edit; they then lie farther apart. */
const MOST_LOOKS = 200_000
/** The share of the distance that is aimed at: between the looks of a fit it may be a little farther off. */
const CAREFUL = 0.75
/** A span whose end misses its key by more than this ends in a jump, px. */
const JUMP_PX = 1e-3

export interface SplitOptions {
  readonly makeId: MakeId
  /** Largest distance from the old position at any moment, px, > 0. */
  readonly within?: number
}

export interface SplitReport {
  /** Keys afterwards, X and Y together, or of the joined position. */
  readonly keys: number
  /** Largest distance from the old position found over the scene and all keys, at four looks a frame and 38 a span, px. */
  readonly error: number
}

interface LayerRef {
  readonly scene: string
  readonly layer: string
}

/**
 * Splits a layer's position into X and Y, each with keys and bends of its own. Straight stretches keep their bends;
 * curved ones are fitted. The position as one stays in the document beside them, unplayed, with its value only.
 * @throws BadEdit when it is split already, the layer is locked, or it rolls along its route
 */
export function splitPosition(
  draft: Draft<Project>,
  ref: LayerRef,
  { makeId, within = WITHIN_PX }: SplitOptions,
): SplitReport {
  const layer = openLayer(draft, ref, false)
  if (layer.rolls)
    throw new BadEdit(
      `“${layer.name}” rolls along its route, which X and Y do not have. Let it turn by itself first. Nothing was changed.`,
    )
  const library = libraryIn(draft)
  const place = undrafted<Property>(layer.properties['position'])
  const seen = seenTime(sceneIn(draft, ref.scene), [place])
  const compiled = compileProperty(place, library)
  const { made: axes, error } = keptWithin(within, [place], { seen, library }, ([from]) => {
    const both = ([0, 1] as const).map((axis) =>
      axisOf(from!, axis, { within, step: seen.step, makeId, library }),
    ) as [Property, Property]
    const [x, y] = both.map((axis) => compileProperty(axis, library)) as [CompiledProperty, CompiledProperty]
    return { made: both, error: largestGap(compiled, x, y, seen) }
  })
  const { patterns = [] } = place
  if (patterns.some(({ direction }) => direction))
    throw new BadEdit(
      `A pattern of “${layer.name}” goes along its route, which X and Y have none of. Write it as keys first. Nothing was changed.`,
    )
  const bare = withPatterns(place, [])
  layer.properties['position'] = { ...bare, keys: [], split: true } as Draft<Property>
  const parts = axes.map((axis, i) => withPatterns(axis, patternsOfAxis(patterns, i)))
  layer.properties['position x'] = parts[0] as Draft<Property>
  layer.properties['position y'] = parts[1] as Draft<Property>
  return { keys: axes[0].keys.length + axes[1].keys.length, error }
}

/**
 * Joins X and Y into one position with a route. Where both have the same keys and bends the route is straight there
 * and nothing changes; elsewhere routes and bends are fitted.
 * @throws BadEdit when it is not split or the layer is locked
 */
export function joinPosition(
  draft: Draft<Project>,
  ref: LayerRef,
  { makeId, within = WITHIN_PX }: SplitOptions,
): SplitReport {
  const layer = openLayer(draft, ref, true)
  const library = libraryIn(draft)
  const [x, y] = ['position x', 'position y'].map((name) => undrafted<Property>(layer.properties[name])) as [
    Property,
    Property,
  ]
  const position = { ...undrafted<Property>(layer.properties['position']) }
  delete position.split
  const seen = seenTime(sceneIn(draft, ref.scene), [x, y])
  const [compiledX, compiledY] = [compileProperty(x, library), compileProperty(y, library)]
  const { made: joined, error } = keptWithin(within, [x, y], { seen, library }, ([fromX, fromY]) => {
    const axes = { x: fromX!, y: fromY!, within: CAREFUL * within, step: seen.step, makeId, library }
    const made = makeLawful(joinAxes(position, axes), { library })
    return { made, error: largestGap(compileProperty(made, library), compiledX, compiledY, seen) }
  })
  const patterns = [x, y].flatMap((axis, component) =>
    (axis.patterns ?? []).map((one): Pattern => ({ ...one, id: makeId(), component: component as 0 | 1 })),
  )
  layer.properties['position'] = withPatterns(joined, patterns) as Draft<Property>
  delete layer.properties['position x']
  delete layer.properties['position y']
  return { keys: joined.keys.length, error }
}

/** The patterns of a place that move one of its axes, as that one's own. */
const patternsOfAxis = (patterns: readonly Pattern[], axis: number): Pattern[] =>
  patterns.flatMap(({ component, ...one }) => (component === undefined || component === axis ? [one] : []))

interface Attempt<T> {
  readonly made: T
  readonly error: number
}

/**
 * What `attempt` makes of properties. Where that strays too far in what is seen outside the keys, as rules there go by end
 * speeds or by both axes alike, the rules are written out as keys first, if that comes nearer.
 */
function keptWithin<T>(
  within: number,
  properties: readonly Property[],
  { seen, library }: { readonly seen: SeenTime; readonly library: BendLibrary },
  attempt: (properties: readonly Property[]) => Attempt<T>,
): Attempt<T> {
  const plain = attempt(properties)
  const goesOn = properties.some(
    ({ before, after }) => (before ?? 'hold') !== 'hold' || (after ?? 'hold') !== 'hold',
  )
  if (plain.error <= within || !goesOn) return plain
  let written: readonly Property[]
  try {
    written = properties.map((property) => unrollProperty(property, seen.start, seen.end, library).property)
  } catch (caught) {
    // Too many rounds to be written out: the report says how far off it is.
    if (caught instanceof BadTime) return plain
    throw caught
  }
  const other = attempt(written)
  return other.error < plain.error ? other : plain
}

function openLayer(draft: Draft<Project>, ref: LayerRef, split: boolean): Draft<Layer> {
  const layer = layerIn(draft, ref)
  if (layer.locked) throw new BadEdit(`“${layer.name}” is locked. Unlock it to change it.`)
  if (Boolean(layer.properties['position']?.split) !== split) {
    const state = split ? 'is not split' : 'is split already'
    throw new BadEdit(`The position of “${layer.name}” ${state}. Nothing was changed.`)
  }
  return layer
}

function largestGap(
  place: CompiledProperty,
  x: CompiledProperty,
  y: CompiledProperty,
  { start, end, step }: SeenTime,
): number {
  const both: CompiledProperty[] = [x, y]
  const out = new Float64Array(2)
  const one = new Float64Array(1)
  const count = clamp(Math.ceil((end - start) / step), 8, MOST_LOOKS)
  let worst = 0
  const look = (time: number): void => {
    valueInto(out, place, time)
    const gaps = both.map((axis, c) => {
      valueInto(one, axis, time)
      return one[0]! - out[c]!
    })
    worst = Math.max(worst, Math.hypot(...gaps))
  }
  for (let i = 0; i < count; i += 1) look(start + ((i + 0.5) / count) * (end - start))
  // A short span may do much between two of these.
  const times = [...new Set([...place.times, ...x.times, ...y.times])].sort((a, b) => a - b)
  times.slice(1).forEach((next, i) => {
    for (const share of LOOKS_A_SPAN) {
      // Where the one jumps and the other goes from tick to tick there is nothing between the two.
      const time = Math.round(times[i]! + share * (next - times[i]!))
      if (time > times[i]! && time < next) look(time)
    }
  })
  return worst
}

interface AxisOptions {
  readonly within: number
  readonly step: number
  readonly makeId: MakeId
  readonly library: BendLibrary
}

/** One axis of a place as a number of its own. */
function axisOf(given: Property, axis: 0 | 1, options: AxisOptions): Property {
  const { makeId, library } = options
  const all = (): boolean => true
  const place = pinRoutes(pinSmooth(given, all, library), all)
  const { before, after } = given
  const plain: Property = {
    kind: 'number',
    value: (place.value as Vec2)[axis],
    keys: [],
    ...(before ? { before } : {}),
    ...(after ? { after } : {}),
  }
  if (place.keys.length === 0) return plain
  const compiled = compileProperty(place, library)
  const keys: Key[] = []
  compiled.keys.forEach((key, i) => {
    const made: Key = {
      id: makeId(),
      t: key.t,
      value: (key.value as Vec2)[axis],
      bend: key.bend,
      through: 'corner',
    }
    const span = compiled.spans[i] as PlaceSpan | undefined
    if (!span) keys.push(made)
    else if (span.route.straight || compiled.bends[i]!.kind === 'hold')
      keys.push({ ...made, bend: axisBend(compiled, i, axis) })
    else keys.push(...fittedAxis(compiled, i, axis, options, plain))
  })
  const bent: Property = { ...plain, keys }
  const now = compileProperty(bent, library)
  return {
    ...bent,
    keys: keys.map((key, i) => (passesOn(compiled, now, key, i) ? { ...key, through: 'joined' } : key)),
  }
}

/** Whether a key goes on in line as the one it was made of was meant to, or as its fit does. */
function passesOn(place: CompiledProperty, axis: CompiledProperty, key: Key, i: number): boolean {
  if (i === 0 || i === axis.keys.length - 1) return false
  const old = place.keys.find(({ t }) => t === key.t)
  return (old ? old.through !== 'corner' : key.through === 'joined') && isInLine(axis, i)
}

/** The bend of a straight span for one axis; a bump along the route falls on it by its share of the direction. */
function axisBend({ keys, bends, spans }: CompiledProperty, i: number, axis: 0 | 1): Key['bend'] {
  const bend: PlainBend = bends[i]!
  if (bend.kind !== 'handles' || !(bend.leave.lift ?? bend.arrive.lift))
    return keys[i]!.bend.kind === 'linked' ? keys[i]!.bend : bend
  const share = (spans[i] as PlaceSpan).directionAt(0)[axis]
  const onAxis = ({ lift, ...handle }: Handle): Handle =>
    lift ? { ...handle, lift: [lift[0]! * share] } : handle
  return { kind: 'handles', leave: onAxis(bend.leave), arrive: onAxis(bend.arrive) }
}

/** Fitted keys that begin where their span's key stands: one that jumps at once does so a tick later. */
function withOwnStart(fitted: readonly Key[], own: number, makeId: MakeId): Key[] {
  const [first, ...rest] = fitted
  if (!first || Math.abs((first.value as number) - own) <= JUMP_PX) return [...fitted]
  return [
    { ...first, value: own, bend: HOLD, through: 'corner' },
    { ...first, id: makeId(), t: asTicks(first.t + 1) },
    ...rest,
  ]
}

/** One axis of a curved span, fitted, without the next span's first key; held before it where the span ends in a jump. */
function fittedAxis(
  compiled: CompiledProperty,
  i: number,
  axis: 0 | 1,
  { within, step, makeId }: AxisOptions,
  property: Property,
): Key[] {
  const point = new Float64Array(2)
  const [start, end] = [compiled.times[i]!, compiled.times[i + 1]!]
  const curve: Curve = {
    width: 1,
    valueInto: (out, t) => {
      compiled.spans[i]!.valueInto(point, (t - start) / (end - start))
      out[0] = point[axis]!
    },
  }
  // Both axes may be off at once, so each keeps to a share of the distance.
  const { pieces } = fitCurve(curve, start, end, {
    within: CAREFUL * within * Math.SQRT1_2,
    step,
    search: true,
  })
  const fitted = keysOfPieces(pieces, { property, makeId })
  const own = (compiled.keys[i]!.value as Vec2)[axis]
  const keys = withOwnStart(fitted, own, makeId)
  const last = keys.pop()!
  const next = (compiled.keys[i + 1]!.value as Vec2)[axis]
  if (Math.abs((last.value as number) - next) <= JUMP_PX) return keys
  return [...keys, { ...last, t: asTicks(last.t - 1), bend: HOLD }]
}
