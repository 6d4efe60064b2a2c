import { clampNodes, type BendLibrary, type Handles, type PlainBend } from '../../bend/index.ts'
import { asTicks } from '../../time/index.ts'
import { compiledOf } from '../compiledOf.ts'
import { timedKeys } from '../compileProperty.ts'
import type { CompiledSpan } from '../spans/compiledSpan.ts'
import { PlaceSpan } from '../spans/placeSpan.ts'
import { keepJoined } from '../smooth/keepJoined.ts'
import { pinRoutes } from '../smooth/pinRoutes.ts'
import { pinSmooth } from '../smooth/pinSmooth.ts'
import type { Key, Property, Value } from '../property.ts'

/** Where a loop's end meets its start: what jumps there. */
export interface Seam {
  /** Start minus end, one number a component, in the property's unit; a turn's without whole turns. */
  readonly value: readonly number[]
  /** Speeds before and after, units per second, one number a component; for a place the two of its way on the stage. */
  readonly arrive: readonly number[]
  readonly leave: readonly number[]
}

/** What jumps where a property's keys begin anew; null without a span. Choices and outlines have no seam in numbers. */
export function seamOf(property: Property, library: BendLibrary): Seam | null {
  if (property.kind === 'choice' || property.kind === 'outline') return null
  const compiled = compiledOf(property, library)
  const { spans, values, width, speedWidth } = compiled
  if (spans.length === 0) return null
  const speed = (span: CompiledSpan, u: 0 | 1): number[] => {
    const out = new Float64Array(speedWidth)
    span.speedInto(out, u)
    if (!(span instanceof PlaceSpan)) return [...out]
    const [x, y] = span.directionAt(u)
    return [out[0]! * x, out[0]! * y]
  }
  const last = values.length - width
  const value = Array.from({ length: width }, (_, i) => {
    const gap = values[i]! - values[last + i]!
    return property.kind === 'turn' ? gap - 360 * Math.round(gap / 360) : gap
  })
  return { value, arrive: speed(spans[spans.length - 1]!, 1), leave: speed(spans[0]!, 0) }
}

/**
 * Makes speed pass the seam of a loop without a jump, as at a joined key: the last span's end and the first one's start
 * meet at one slope.
 * @returns the same property where nothing jumps; null where neither side can turn, as beside a hold or a library bend, and
 * where a place turns at the seam
 */
export function joinSeam(property: Property, library: BendLibrary): Property | null {
  const last = timedKeys(property).length - 1
  if (last < 1 || turnsAtSeam(property, library)) return null
  const ends = (i: number): boolean => i <= 1 || i >= last - 1
  const pinned = pinSmooth(property, ends, library)
  // With its own handles written down a route is the same whatever comes after it.
  const written = pinRoutes(pinned, () => true)
  const timed = timedKeys(written)
  const [first, second, beforeLast, end] = [timed[0]!, timed[1]!, timed[last - 1]!, timed[last]!]
  const on = roundOn(written, first, second, end)
  const joined = keepJoined(
    { ...written, keys: [...written.keys.filter(({ id }) => id !== end.id), ...on] },
    { library },
  )
  const now = new Map(joined.keys.map((key) => [key.id, key]))
  const [arrived, left] = [now.get(beforeLast.id)!, now.get(end.id)!]
  if (left.through === 'corner') return null
  if (arrived.bend === beforeLast.bend && left.bend === first.bend) return property
  const bends = new Map<string, Key['bend']>([
    [beforeLast.id, arrived.bend],
    [first.id, left.bend],
  ])
  // Where there is but one span it has both sides.
  if (first.id === beforeLast.id) {
    const both = bothSides(left.bend as PlainBend, arrived.bend as PlainBend)
    if (!both) return null
    bends.set(first.id, both)
  }
  return {
    ...pinned,
    keys: pinned.keys.map((key) => (bends.has(key.id) ? { ...key, bend: bends.get(key.id)! } : key)),
  }
}

/** Cosine of the angle a route may turn by and still be gone along without stopping: 60°. */
const TURNS = 0.5

/** Whether a place comes back to its start another way than it left it, so that its speed has nothing to pass on to. */
function turnsAtSeam(property: Property, library: BendLibrary): boolean {
  if (property.kind !== 'place') return false
  const { spans } = compiledOf(property, library)
  const [x, y] = (spans[spans.length - 1] as PlaceSpan).directionAt(1)
  const [toX, toY] = (spans[0] as PlaceSpan).directionAt(0)
  return x * toX + y * toY < TURNS
}

/** The last key as it would be with the next round after it, and that round as far as its second key. */
function roundOn({ keys }: Property, first: Key, second: Key, end: Key): Key[] {
  const round = keys.slice(keys.indexOf(first) + 1, keys.indexOf(second) + 1)
  const straight = { arrive: [0, 0], leave: [0, 0] } as const
  const { arrive } = end.route ?? straight
  const { leave } = first.route ?? straight
  const route = end.route || first.route ? { arrive, leave, through: 'corner' as const } : null
  return [
    { ...end, bend: first.bend, through: 'joined', ...(route ? { route } : {}) },
    ...round.map((key) => ({
      ...key,
      id: `${key.id} again`,
      t: asTicks(key.t + (end.t - first.t)),
      value: carried(key.value, first.value, end.value),
      through: 'corner' as const,
    })),
  ]
}

/** A value as much further as one round brings it. */
function carried(value: Value, from: Value, to: Value): Value {
  if (typeof value === 'number') return value + ((to as number) - (from as number))
  if (!Array.isArray(value)) return value
  const [a, b] = [from, to] as readonly (readonly [number, number])[]
  return [value[0] + (b![0] - a![0]), value[1] + (b![1] - a![1])]
}

/** One span's bend with its start from one and its end from another; null where they cannot be one. */
function bothSides(start: PlainBend, end: PlainBend): PlainBend | null {
  if (start.kind === 'points' && end.kind === 'points') {
    const nodes = end.nodes.map((node, i) => (i === 0 ? { ...node, leave: start.nodes[0]!.leave } : node))
    return { kind: 'points', nodes: clampNodes(nodes) }
  }
  const handlesOf = (bend: PlainBend): Handles | null => {
    if (bend.kind === 'handles') return bend
    const third = { reach: 1 / 3, rise: 1 / 3 }
    return bend.kind === 'linear' ? { leave: third, arrive: third } : null
  }
  const [from, to] = [handlesOf(start), handlesOf(end)]
  return from && to && { kind: 'handles', leave: from.leave, arrive: to.arrive }
}
