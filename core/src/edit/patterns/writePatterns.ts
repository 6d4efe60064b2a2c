import type { Draft } from 'immer'
import { HOLD, type BendLibrary } from '../../bend/index.ts'
import { fitCurve, type Curve } from '../../fit/index.ts'
import {
  compileProperty,
  insertKeys,
  keysOfPieces,
  pinRoutes,
  pinSmooth,
  playedValueAt,
  playedValueInto,
  stretchesOf,
  unrollProperty,
  type CompiledProperty,
  type Key,
  type Pattern,
  type Property,
} from '../../property/index.ts'
import type { Project } from '../../scene/index.ts'
import { asTicks, frameTicks, TICKS_PER_SECOND, type Ticks } from '../../time/index.ts'
import { BadEdit } from '../badEdit.ts'
import { editProperty } from '../editProperty.ts'
import { sceneIn, type MakeId, type PropertyRef } from '../refs.ts'
import { joinAxes } from '../routes/joinAxes.ts'
import { withPatterns } from './patterns.ts'

export interface WritePatterns {
  /** Largest distance from what is seen, in the value's own units, > 0. */
  readonly within: number
  readonly makeId: MakeId
}

export interface WriteReport {
  /** Keys the property has afterwards. */
  readonly keys: number
  /** Largest distance from what was seen, at four looks a frame. */
  readonly error: number
}

/** Looks a frame by which the distance is proven. Source: the motion model, section 7. */
const LOOKS_A_FRAME = 4
/** Less than this is no jump, as a share of the value or of 1. */
const NOTHING = 1e-9
/** Share of the distance that is aimed at; a second trial goes closer. */
const CAREFUL = [0.6, 0.2]

/**
 * Writes a property's live patterns as the fewest keys that do the same within a distance; those that are switched off stay as
 * they are. What keys say outside the patterns' stretches stays.
 * @throws BadEdit where there are none, and for a distance of 0 or less
 */
export function writePatterns(
  draft: Draft<Project>,
  ref: PropertyRef,
  { within, makeId }: WritePatterns,
): WriteReport {
  if (!(within > 0 && Number.isFinite(within)))
    throw new BadEdit('The distance keys may stray by has to be above 0. Nothing was changed.')
  let report: WriteReport = { keys: 0, error: 0 }
  const { duration, rate } = sceneIn(draft, ref.scene)
  editProperty(draft, ref, (property, library) => {
    const live = (property.patterns ?? []).filter(({ off }) => !off)
    if (live.length === 0)
      throw new BadEdit('There is no live pattern here to be written. Nothing was changed.')
    const writing = { step: frameTicks(rate), duration, library, makeId }
    const stretches = stretchesOf(live)
    let best: { readonly made: Property; readonly error: number } | null = null
    for (const share of CAREFUL) {
      const written = stretches.reduce(
        (made, stretch) => writtenStretch(made, stretch, { ...writing, within: share * within }),
        withRulesWritten(property, live, writing),
      )
      const made = withPatterns(
        written,
        (property.patterns ?? []).filter(({ off }) => off),
      )
      const error = largestGap(property, made, stretches, writing)
      if (!best || error < best.error) best = { made, error }
      if (best.error <= within) break
    }
    report = { keys: best!.made.keys.length, error: best!.error }
    return best!.made
  })
  return report
}

interface Writing {
  /** Ticks of a frame. */
  readonly step: number
  readonly duration: Ticks
  readonly library: BendLibrary
  readonly makeId: MakeId
}

/** A property whose rules outside its keys are written out, where it has any: new keys would change what they repeat. */
function withRulesWritten(
  property: Property,
  live: readonly Pattern[],
  { duration, library }: Writing,
): Property {
  const goesOn = [property.before, property.after].some((rule) => rule !== undefined && rule !== 'hold')
  if (!goesOn) return property
  const from = Math.min(0, ...live.map((one) => one.from))
  const to = Math.max(duration, ...live.map((one) => one.to))
  return unrollProperty(property, asTicks(from), asTicks(to), library).property
}

/** A property with what is seen of it in one stretch written as keys; its patterns stay for the stretches after it. */
function writtenStretch(
  property: Property,
  [from, to]: readonly [Ticks, Ticks],
  writing: Writing & { readonly within: number },
): Property {
  const { library, makeId } = writing
  const all = (): boolean => true
  const given = pinRoutes(pinSmooth(property, all, library), all)
  const [played, keyed] = [compileProperty(given, library), compileProperty(withPatterns(given, []), library)]
  // At its end there is what keys say: what it comes to is seen a tick before.
  const latest = to - 1
  const [jumpsIn, jumpsOut] = [from, latest].map((time) => isApart(played, keyed, time)) as [boolean, boolean]
  const curve: Curve = {
    width: played.width,
    valueInto: (out, t) => playedValueInto(out, played, Math.min(Math.max(t, from), latest)),
  }
  const breaks = breaksOf(given, from, to)
  const end = jumpsOut ? latest : to
  const inner = fittedKeys(given, { curve, from, end, breaks }, writing)
  // What goes on outside is cut where the stretch begins and ends; a jump takes a tick.
  const begin = asTicks(jumpsIn ? from - 1 : from)
  const cut = given.keys.length > 0 ? insertKeys(given, [begin, to], makeId, library).keys : []
  const still = (t: Ticks): Key => ({ id: makeId(), t, value: given.value, bend: HOLD, through: 'corner' })
  const edge = (t: Ticks): Key => ({ ...(cut.find((key) => key.t === t) ?? still(t)), through: 'corner' })
  const last = inner.at(-1)!
  const keys = oneATick([
    ...inner.slice(0, -1).filter(({ t }) => t >= from && t < end),
    ...cut.filter(({ t }) => t < begin || t > to),
    ...(jumpsIn ? [{ ...edge(begin), bend: HOLD }] : []),
    ...(jumpsOut ? [{ ...last, bend: HOLD }, edge(to)] : [cut.length > 0 ? edge(to) : last]),
  ])
  return { ...given, keys }
}

/** Whether a pattern moves a property from what its keys say at a moment. */
function isApart(played: CompiledProperty, keyed: CompiledProperty, time: number): boolean {
  const [seen, said] = [playedValueAt(played, time), playedValueAt(keyed, time)]
  return seen.some((part, i) => Math.abs(part - said[i]!) > NOTHING * Math.max(1, Math.abs(said[i]!)))
}

interface Followed {
  readonly curve: Curve
  readonly from: number
  readonly end: number
  readonly breaks: readonly number[]
}

/** The fewest keys the fit finds that follow a curve. */
function fittedKeys(
  property: Property,
  { curve, from, end, breaks }: Followed,
  { within, step, library, makeId }: Writing & { readonly within: number },
): Key[] {
  const fit = (of: Curve, distance: number, like: Property): Key[] => {
    const { pieces } = fitCurve(of, from, end, { within: distance, step, search: true, breaks })
    return oneATick(keysOfPieces(pieces, { property: like, makeId }))
  }
  if (property.kind !== 'place') return fit(curve, within, property)
  // Each axis by itself first, then both as one way through what was found.
  const both = new Float64Array(2)
  const [x, y] = [0, 1].map((axis): Property => {
    const plain: Property = { kind: 'number', value: 0, keys: [] }
    const one: Curve = {
      width: 1,
      valueInto: (out, t) => {
        curve.valueInto(both, t)
        out[0] = both[axis]!
      },
    }
    return { ...plain, keys: fit(one, within / 2, plain) }
  }) as [Property, Property]
  return [...joinAxes(property, { x, y, within: within / 2, step, makeId, library }).keys]
}

/** Of keys that came to one tick, as a jump was found twice, the last. */
const oneATick = (keys: readonly Key[]): Key[] =>
  [...new Map(keys.map((key) => [key.t, key])).values()].sort((a, b) => a.t - b.t)

/** Most moments a stretch is broken at: of more swings than these each is found by the fit alone. */
const MOST_BREAKS = 2_000

/** Moments where what is seen may jump or have a corner: keys, ends of patterns, turns of those that have corners. */
function breaksOf({ keys, patterns = [] }: Property, from: number, to: number): number[] {
  const found = keys.map(({ t }): number => t)
  for (const pattern of patterns) {
    if (pattern.off) continue
    found.push(pattern.from, pattern.to)
    if (pattern.fadeIn) found.push(pattern.from + pattern.fadeIn.length)
    if (pattern.fadeOut) found.push(pattern.to - pattern.fadeOut.length)
    found.push(...cornersOf(pattern))
  }
  return found.filter((time) => time > from && time < to).slice(0, MOST_BREAKS)
}

function cornersOf({
  kind,
  duty = 0.5,
  from,
  to,
  frequency,
  phase,
  backward,
  unevenTime,
}: Pattern): number[] {
  const at: Partial<Record<Pattern['kind'], readonly number[]>> = {
    zigzag: [0, 0.5],
    square: [0, duty],
    own: [0],
  }
  const seconds = (to - from) / TICKS_PER_SECOND
  // Those of uneven lengths are looked for.
  if (unevenTime || frequency * seconds > MOST_BREAKS) return []
  const corners: number[] = []
  for (let cycle = 0; cycle <= Math.ceil(phase + frequency * seconds); cycle += 1)
    for (const share of at[kind] ?? []) {
      const ticks = ((cycle + share - phase) / frequency) * TICKS_PER_SECOND
      corners.push(backward ? to - ticks : from + ticks)
    }
  return corners
}

/** The largest distance between what is seen of two properties over some stretches, ticks; not within a jump, which takes a tick. */
function largestGap(
  before: Property,
  after: Property,
  stretches: readonly (readonly [number, number])[],
  { step, library }: Writing,
): number {
  const [one, other] = [compileProperty(before, library), compileProperty(after, library)]
  let worst = 0
  for (const [from, to] of stretches) {
    const count = Math.max(16, Math.ceil(((to - from) * LOOKS_A_FRAME) / step))
    const jumps = new Set(breaksOf(before, from, to).flatMap((time) => ticksRound(time)))
    for (let i = 0; i < count; i += 1) {
      const time = from + ((i + 0.5) / count) * (to - from)
      if (jumps.has(Math.round(time))) continue
      const [was, is] = [playedValueAt(one, time), playedValueAt(other, time)]
      worst = Math.max(worst, Math.hypot(...was.map((part, c) => part - is[c]!)))
    }
  }
  return worst
}

const ticksRound = (time: number): number[] => [-2, -1, 0, 1, 2].map((by) => Math.round(time) + by)
