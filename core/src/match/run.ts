import { hasLift, type BendLibrary, type PlainBend } from '../bend/index.ts'
import {
  compiledOf,
  PlaceSpan,
  spanAt,
  speedInto,
  timedKeys,
  valueInto,
  type CompiledProperty,
  type Property,
} from '../property/index.ts'
import { Refusal } from '../refusal/index.ts'
import type { Ticks } from '../time/index.ts'

/** What cannot be compared. */
export class BadMatch extends Refusal {}

/** A property's motion between the first and the last of its keys within a stretch. */
export interface Run {
  readonly start: Ticks
  readonly end: Ticks
  /** How much of its change is done at a moment, ticks; 0 before it and 1 after it. */
  readonly progressAt: (time: number) => number
  /** Units a second, of all components together; of a place px along its route. */
  readonly speedAt: (time: number) => number
  /** From its first value to its last, units; of a place px along its route. */
  readonly change: number
  /**
   * The bend its progress over its own time is, where it is nothing else: runs that share it (all that are linked to one
   * bend do) progress alike. Null for several spans, and where values are mixed otherwise than evenly.
   */
  readonly bend: PlainBend | null
}

export interface RunOptions {
  /** What it is called where it cannot be compared. */
  readonly name: string
  readonly library: BendLibrary
  /** Ticks; all of its keys when left out. */
  readonly from?: Ticks
  readonly to?: Ticks
}

/**
 * A property's motion as something to compare: its progress is its way along the line from its first value to its last, of a
 * place its way along its route.
 * @throws BadMatch with fewer than two keys in the stretch, for kinds that go by no numbers, and where it comes back to what it was
 */
export function runOf(property: Property, { name, library, from, to }: RunOptions): Run {
  const { kind } = property
  if (kind === 'choice' || kind === 'outline')
    throw new BadMatch(`${name} goes by no numbers that could be compared.`)
  const keys = timedKeys(property).filter(({ t }) => t >= (from ?? -Infinity) && t <= (to ?? Infinity))
  const [first, last] = [keys[0], keys.at(-1)]
  if (!first || !last || first === last) throw new BadMatch(`${name} has fewer than two keys there.`)
  const compiled = compiledOf(property, library)
  const [start, end] = [first.t, last.t]
  const wayAt = kind === 'place' ? placeWay(compiled, start) : lineWay(compiled, start, end)
  const whole = wayAt(end)
  if (!(whole > 0)) throw new BadMatch(`${name} ends where it began, so that it has no progress.`)
  const speed = new Float64Array(compiled.speedWidth)
  return {
    start,
    end,
    change: whole,
    bend:
      keys.length === 2 && isMixedEvenly(property)
        ? withoutBump(compiled.bends[spanAt(compiled, start)]!)
        : null,
    progressAt: (time) => (time <= start ? 0 : time >= end ? 1 : wayAt(time) / whole),
    speedAt: (time) => {
      if (time < start || time > end) return 0
      speedInto(speed, compiled, time)
      return speed.length === 1 ? Math.abs(speed[0]!) : Math.hypot(...speed)
    },
  }
}

/** A bump has units, so that one bend may be another progress on another property. */
const withoutBump = (bend: PlainBend): PlainBend | null => (hasLift(bend) ? null : bend)

/** Whether a property's values go along with the progress of its bends. */
const isMixedEvenly = ({ kind, mix, patterns }: Property): boolean =>
  (kind === 'number' || kind === 'turn' || kind === 'pair' || kind === 'place') &&
  (mix ?? 'plain') === 'plain' &&
  !patterns?.length

/** How far along the straight way from the first value to the last. */
function lineWay(compiled: CompiledProperty, start: Ticks, end: Ticks): (time: number) => number {
  const { width } = compiled
  const [from, to, now] = [new Float64Array(width), new Float64Array(width), new Float64Array(width)]
  valueInto(from, compiled, start)
  valueInto(to, compiled, end)
  const change = from.map((part, i) => to[i]! - part)
  const length = Math.hypot(...change)
  return (time) => {
    if (length === 0) return 0
    valueInto(now, compiled, time)
    let sum = 0
    for (let i = 0; i < width; i += 1) sum += (now[i]! - from[i]!) * change[i]!
    return sum / length
  }
}

/** How far along its route a place has come since a moment, px; backing up counted back. */
function placeWay(compiled: CompiledProperty, start: Ticks): (time: number) => number {
  const { times, spans } = compiled
  const before = [0]
  for (const span of spans) before.push(before.at(-1)! + (span instanceof PlaceSpan ? span.route.length : 0))
  const since = (time: number): number => {
    const i = spanAt(compiled, time)
    const span = spans[i]
    if (!(span instanceof PlaceSpan)) return 0
    const u = (time - times[i]!) / (times[i + 1]! - times[i]!)
    return before[i]! + (u >= 1 ? span.route.length : span.distanceAt(u))
  }
  const from = since(start)
  return (time) => since(time) - from
}
