import { clampNodes, type BendLibrary, type Handle, type PlainBend } from '../../bend/index.ts'
import { TICKS_PER_SECOND } from '../../time/index.ts'
import { compiledOf } from '../compiledOf.ts'
import type { CompiledProperty } from '../compileProperty.ts'
import type { Key, Property } from '../property.ts'
import { endChange, handleOfSlope, type Side } from './sideSlopes.ts'

/** Two slopes this near to each other, as a share of their size, are in line. Colours' slopes are found by differences. */
const IN_LINE = 1e-7
const IN_LINE_COLOUR = 1e-6
/** What is left of slopes that cancel out, as a share of them. */
const CANCELS = 1e-14

export interface KeepJoinedOptions {
  readonly library: BendLibrary
  /** The property before the edit: of two sides of a key, the one that changed leads. Without it both meet halfway. */
  readonly before?: Property | null
  /** Ids of keys whose span must stay exactly as it is; it leads, whatever changed. */
  readonly led?: ReadonlySet<string>
  /** Ids of joined keys that are in line for certain, so that nothing has to be worked out for them. */
  readonly inLine?: ReadonlySet<string>
}

/**
 * Makes joined keys true: the value's slope is the same on both sides. The side that was edited leads and the other
 * turns with it, its reach kept; where both changed they meet at their mean, weighted by their handles' lengths.
 * Where neither side can turn (a family, a hold, a link) and they differ, the key becomes a corner.
 * @returns the same property where all is in line
 * Source: own.
 */
export function keepJoined(property: Property, options: KeepJoinedOptions): Property {
  const { library, before = null, led, inLine: certain } = options
  const toBeSeen = (key: Key): boolean => key.through === 'joined' && !key.timeless && !certain?.has(key.id)
  const last = property.keys.length - 1
  if (!property.keys.some((key, i) => i > 0 && i < last && toBeSeen(key))) return property
  const now = compiledOf(property, library)
  const then = before && before !== property ? compiledOf(before, library) : null
  const places = new Map(then?.keys.map(({ id }, i) => [id, i]))
  const bends = now.keys.map((key) => key.bend)
  const corners = new Set<string>()
  now.keys.forEach((key, i) => {
    if (!toBeSeen(key) || i === 0 || i === now.keys.length - 1) return
    const arrive = slopeAt(now, i, 'arrive')
    const leave = slopeAt(now, i, 'leave')
    if (inLine(now, arrive, leave)) return
    const sides = { arrive: turnable(now, i, 'arrive', led), leave: turnable(now, i, 'leave', led) }
    const slope = wantedSlope({
      arrive,
      leave,
      sides,
      lead: leadOf(then, places.get(key.id), arrive, leave),
      now,
      i,
    })
    if (!slope) {
      corners.add(key.id)
      return
    }
    for (const side of ['arrive', 'leave'] as const) {
      if (inLine(now, slope, side === 'arrive' ? arrive : leave)) continue
      const span = side === 'arrive' ? i - 1 : i
      const given = bends[span] === now.keys[span]!.bend ? now.bends[span]! : (bends[span] as PlainBend)
      bends[span] = turned(given, now, span, { side, slope })
    }
  })
  const written = new Map(
    now.keys.map((key, i): [string, Key] => {
      const corner = corners.has(key.id)
      const same = bends[i] === key.bend && !corner
      return [key.id, same ? key : { ...key, bend: bends[i]!, ...(corner ? { through: 'corner' } : {}) }]
    }),
  )
  const keys = property.keys.map((key) => written.get(key.id) ?? key)
  return keys.every((key, i) => key === property.keys[i]) ? property : { ...property, keys }
}

/** Slopes of the value on one side of a timed key, units per second. */
function slopeAt(compiled: CompiledProperty, key: number, side: Side): number[] {
  const out = new Float64Array(compiled.speedWidth)
  if (side === 'arrive') compiled.spans[key - 1]!.speedInto(out, 1)
  else compiled.spans[key]!.speedInto(out, 0)
  return [...out]
}

function inLine(
  { property }: CompiledProperty,
  first: readonly number[],
  second: readonly number[],
): boolean {
  const within = property.kind === 'colour' ? IN_LINE_COLOUR : IN_LINE
  const size = Math.hypot(...first) + Math.hypot(...second)
  return first.every((part, i) => Math.abs(part - second[i]!) <= within * size)
}

/** Whether a timed key's two sides have the same slope; at either end of a property there is one side only. */
export function isInLine(compiled: CompiledProperty, key: number): boolean {
  if (key === 0 || key === compiled.keys.length - 1) return true
  return inLine(compiled, slopeAt(compiled, key, 'arrive'), slopeAt(compiled, key, 'leave'))
}

/** Whether a side can be turned: its handle has a length and is its span's own. */
function turnable(compiled: CompiledProperty, key: number, side: Side, led?: ReadonlySet<string>): boolean {
  const span = side === 'arrive' ? key - 1 : key
  const from = compiled.keys[span]!
  if (led?.has(from.id)) return false
  const bend = from.bend
  if (bend.kind === 'linear') return true
  if (bend.kind === 'handles') return bend[side].reach > 0
  if (bend.kind !== 'points' || compiled.speedWidth > 1) return false
  const node = side === 'leave' ? bend.nodes[0]! : bend.nodes[bend.nodes.length - 1]!
  return node[side][0] !== 0 && endChange(compiled.mixers[span]!, side)[0] !== 0
}

/** Which side an edit changed; null for both, or when that cannot be told. */
function leadOf(
  then: CompiledProperty | null,
  at: number | undefined,
  arrive: readonly number[],
  leave: readonly number[],
): Side | null {
  if (!then || !at || at === then.keys.length - 1 || then.keys[at]!.through === 'corner') return null
  const arriveChanged = !inLine(then, arrive, slopeAt(then, at, 'arrive'))
  const leaveChanged = !inLine(then, leave, slopeAt(then, at, 'leave'))
  if (arriveChanged === leaveChanged) return null
  return arriveChanged ? 'arrive' : 'leave'
}

interface Meeting {
  readonly arrive: readonly number[]
  readonly leave: readonly number[]
  readonly sides: Readonly<Record<Side, boolean>>
  readonly lead: Side | null
  readonly now: CompiledProperty
  readonly i: number
}

/** The slope both sides are to have; null when the sides that would have to turn cannot. */
function wantedSlope({ arrive, leave, sides, lead, now, i }: Meeting): readonly number[] | null {
  if (!sides.arrive && !sides.leave) return null
  const finite = (slope: readonly number[]): readonly number[] | null =>
    slope.every(Number.isFinite) ? slope : null
  if (!sides.arrive) return finite(arrive)
  if (!sides.leave) return finite(leave)
  if (lead) return finite(lead === 'arrive' ? arrive : leave)
  const before = armLength(now, i - 1, 'arrive')
  const after = armLength(now, i, 'leave')
  const mean = arrive.map((part, k) => (part * before + leave[k]! * after) / (before + after))
  // Sides that cancel out leave nothing but the last bits of both.
  const nothing = CANCELS * (Math.hypot(...arrive) + Math.hypot(...leave))
  return finite(mean.map((part) => (Math.abs(part) <= nothing ? 0 : part)))
}

/** How far a side's handle reaches in time, ticks. */
function armLength({ bends, times }: CompiledProperty, span: number, side: Side): number {
  const bend = bends[span]!
  const length = times[span + 1]! - times[span]!
  if (bend.kind === 'points') {
    const node = side === 'leave' ? bend.nodes[0]! : bend.nodes[bend.nodes.length - 1]!
    return Math.abs(node[side][0]) * length
  }
  return (bend.kind === 'handles' ? bend[side].reach : 1 / 3) * length
}

/** A bend with one end turned to a slope in units per second. */
function turned(
  bend: PlainBend,
  { mixers, times }: CompiledProperty,
  span: number,
  { side, slope }: { readonly side: Side; readonly slope: readonly number[] },
): PlainBend {
  const seconds = (times[span + 1]! - times[span]!) / TICKS_PER_SECOND
  const change = endChange(mixers[span]!, side)
  const perSpan = slope.map((part) => part * seconds)
  if (bend.kind === 'points') {
    const at = side === 'leave' ? 0 : bend.nodes.length - 1
    const nodes = bend.nodes.map((node, i) => {
      if (i !== at) return node
      const du = node[side][0]
      return { ...node, [side]: [du, (perSpan[0]! / change[0]!) * du] as const }
    })
    return { kind: 'points', nodes: clampNodes(nodes) }
  }
  const third: Handle = { reach: 1 / 3, rise: 1 / 3 }
  const handles = bend.kind === 'handles' ? bend : { leave: third, arrive: third }
  const handle = handleOfSlope(perSpan, change, { reach: handles[side].reach, side })
  return side === 'leave'
    ? { kind: 'handles', leave: handle, arrive: handles.arrive }
    : { kind: 'handles', leave: handles.leave, arrive: handle }
}
