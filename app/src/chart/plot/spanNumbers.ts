import {
  compileBend,
  overshootOf,
  peakNode,
  peakOfCurve,
  setNodeHandle,
  settle,
  type Handle,
  type Handles,
  type PlainBend,
} from '@arrow-bend/core/bend'
import { asHandles } from '@arrow-bend/core/fit'
import { spanChange } from '@arrow-bend/core/property'
import { secondsOfTicks } from '@arrow-bend/core/time'
import type { SpanTarget } from '@arrow-bend/core/choose'

export type Side = 'leave' | 'arrive'

/** The numbers of one side over all spans; null where they differ or there is none. */
export interface SideNumbers {
  readonly reach: number | null
  readonly rise: number | null
  /** Units per second. */
  readonly speed: number | null
  /** The curve stands upright there. */
  readonly endless: boolean
}

const WITHIN = 1e-6

/** What all have in common, looked at until two differ; null for none or where one has no number. */
function common<T>(list: readonly T[], numberOf: (item: T) => number | null, within = WITHIN): number | null {
  const first = list.length > 0 ? numberOf(list[0]!) : null
  if (first === null) return null
  const same = list.every((item) => {
    const value = numberOf(item)
    return value !== null && Math.abs(value - first) < within
  })
  return same ? first : null
}

const TEXTS = new WeakMap<PlainBend, string>()

/** A bend as text: the same for bends of one shape. */
export function bendKey(bend: PlainBend): string {
  const known = TEXTS.get(bend)
  if (known !== undefined) return known
  const text = JSON.stringify(bend)
  TEXTS.set(bend, text)
  return text
}

/** The handles at both ends of a bend as it stands; null for bends that have none. */
export function endHandles(bend: PlainBend): Handles | null {
  if (bend.kind === 'handles' || bend.kind === 'linear') return asHandles(bend)
  if (bend.kind !== 'points') return null
  const [leave, arrive] = [bend.nodes[0]!.leave, bend.nodes[bend.nodes.length - 1]!.arrive]
  const arriveRise = arrive[1] === 0 ? 0 : -arrive[1]
  return {
    leave: { reach: leave[0], rise: leave[1] },
    arrive: { reach: Math.abs(arrive[0]), rise: arriveRise },
  }
}

/** Reach, rise and speed at one side of the given spans. */
export function sideNumbers(spans: readonly SpanTarget[], side: Side): SideNumbers {
  const handleOf = ({ compiled, index }: SpanTarget): Handle | null =>
    endHandles(compiled.bends[index]!)?.[side] ?? null
  const speedOf = (span: SpanTarget): number | null => {
    const speed = speedAtSide(span, side)
    return Number.isFinite(speed) ? speed : null
  }
  return {
    reach: common(spans, (span) => handleOf(span)?.reach ?? null),
    rise: common(spans, (span) => handleOf(span)?.rise ?? null),
    speed: common(spans, speedOf),
    endless: spans.length === 1 && Math.abs(speedAtSide(spans[0]!, side)) === Infinity,
  }
}

/** Speed with which a span is left or arrived at, units per second; NaN for kinds without one number. */
function speedAtSide({ compiled, index, from, to }: SpanTarget, side: Side): number {
  const pace = compiled.spans[index]!.curve.pace(side === 'leave' ? 0 : 1)
  if (pace === 0) return 0
  const change = spanChange(compiled, index)
  return change === 0 ? 0 : (pace * change) / secondsOfTicks(to.t - from.t)
}

/** Fastest moment of the spans, units per second without sign; null when endless. */
export function peakOf(spans: readonly SpanTarget[]): number | null {
  // Spans bent alike have one fastest pace.
  const paces = new Map<string, number>()
  let peak = 0
  for (const { compiled, index, from, to } of spans) {
    const change = spanChange(compiled, index)
    if (change === 0) continue
    const shape = bendKey(compiled.bends[index]!)
    let pace = paces.get(shape)
    if (pace === undefined) {
      const { curve } = compiled.spans[index]!
      pace = 0
      for (let i = 0; i <= 200; i += 1) pace = Math.max(pace, Math.abs(curve.pace(i / 200)))
      paces.set(shape, pace)
    }
    peak = Math.max(peak, (pace * Math.abs(change)) / secondsOfTicks(to.t - from.t))
  }
  return Number.isFinite(peak) ? peak : null
}

/** When the spans are fastest, and by how much and when they overshoot; null where they differ or there is none. */
export interface BendFacts {
  readonly peakAt: number | null
  readonly overshoot: number | null
  readonly overshootAt: number | null
}

/** Shares are told apart from this difference on: facts are found by search. */
const ALIKE = 1e-4

export function bendFacts(spans: readonly SpanTarget[]): BendFacts {
  const shapes = new Map(
    spans.map(({ compiled, index }) => [bendKey(compiled.bends[index]!), compiled.spans[index]!.curve]),
  )
  const curves = [...shapes.values()]
  return {
    peakAt: common(curves, peakOfCurve, ALIKE),
    overshoot: common(curves, (curve) => overshootOf(curve).amount, ALIKE),
    overshootAt: common(curves, (curve) => overshootOf(curve).at, ALIKE),
  }
}

/** A bend with one handle changed; bends without handles get those of the nearest Bézier first. */
export function withSide(bend: PlainBend, side: Side, change: Partial<Handle>): PlainBend {
  if (bend.kind === 'points') {
    const { reach, rise } = { ...endHandles(bend)![side], ...change }
    const last = bend.nodes.length - 1
    const nodes =
      side === 'leave'
        ? setNodeHandle(bend.nodes, 0, 'leave', [reach, rise])
        : setNodeHandle(bend.nodes, last, 'arrive', [-reach, -rise])
    return { kind: 'points', nodes }
  }
  const handles = asHandles(bend)
  return { kind: 'handles', ...handles, [side]: { ...handles[side], ...change } }
}

/** A bend with one side as that of another bend: arriving as what settles does, it goes past its end, too. */
export function withSideOf(bend: PlainBend, side: Side, other: PlainBend): PlainBend {
  if (side === 'arrive' && peakNode(other) !== null) {
    const { leave } = endHandles(bend) ?? asHandles(bend)
    return settle(leave, overshootOf(compileBend(other)).amount)
  }
  const { reach, rise } = asHandles(other)[side]
  return withSide(bend, side, { reach, rise })
}

/** The rise that gives a span a speed at one side; a handle without reach gets a little. Nothing on a flat span. */
export function riseForSpeed(span: SpanTarget, side: Side, speed: number): Partial<Handle> {
  const change = spanChange(span.compiled, span.index)
  if (change === 0) return {}
  const bend = span.compiled.bends[span.index]!
  const { reach } = (endHandles(bend) ?? asHandles(bend))[side]
  const used = reach > 0 ? reach : 0.1
  return { reach: used, rise: (speed * secondsOfTicks(span.to.t - span.from.t) * used) / change }
}
