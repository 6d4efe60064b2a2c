import {
  overshootOf,
  peakOfCurve,
  setNodeHandle,
  type Bend,
  type Handle,
  type Handles,
  type PlainBend,
} from '@arrow-bend/core/bend'
import { asHandles } from '@arrow-bend/core/fit'
import { spanChange } from '@arrow-bend/core/property'
import { secondsOfTicks } from '@arrow-bend/core/time'
import type { SpanTarget } from '../../../session/target.ts'

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

function common(values: readonly number[]): number | null {
  const [first] = values
  return first !== undefined && values.every((value) => Math.abs(value - first) < WITHIN) ? first : null
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

/** Reach, rise and speed at both sides of the given spans. */
export function handleFields(spans: readonly SpanTarget[]): Readonly<Record<Side, SideNumbers>> {
  const side = (which: Side): SideNumbers => {
    const handles = spans.flatMap(({ compiled, index }) => {
      const handles = endHandles(compiled.bends[index]!)
      return handles ? [handles[which]] : []
    })
    const whole = handles.length === spans.length
    const speeds = spans.map((span) => speedAtSide(span, which))
    return {
      reach: whole ? common(handles.map(({ reach }) => reach)) : null,
      rise: whole ? common(handles.map(({ rise }) => rise)) : null,
      speed: speeds.every(Number.isFinite) ? common(speeds) : null,
      endless: speeds.length === 1 && Math.abs(speeds[0]!) === Infinity,
    }
  }
  return { leave: side('leave'), arrive: side('arrive') }
}

/** Speed with which a span is left or arrived at, units per second; NaN for kinds without one number. */
function speedAtSide({ compiled, index, from, to }: SpanTarget, side: Side): number {
  const pace = compiled.spans[index]!.curve.pace(side === 'leave' ? 0 : 1)
  const change = spanChange(compiled, index)
  return change === 0 ? 0 : (pace * change) / secondsOfTicks(to.t - from.t)
}

/** Fastest moment of the spans, units per second without sign; null when endless. */
export function peakOf(spans: readonly SpanTarget[]): number | null {
  const peaks = spans.map(({ compiled, index, from, to }) => {
    const { curve } = compiled.spans[index]!
    const change = spanChange(compiled, index)
    let peak = 0
    for (let i = 0; i <= 200; i += 1) peak = Math.max(peak, Math.abs(curve.pace(i / 200)))
    return change === 0 ? 0 : (peak * Math.abs(change)) / secondsOfTicks(to.t - from.t)
  })
  const peak = Math.max(0, ...peaks)
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
  const curves = spans.map(({ compiled, index }) => compiled.spans[index]!.curve)
  const one = (values: readonly (number | null)[]): number | null => {
    const [first] = values
    if (first === undefined || first === null) return null
    return values.every((value) => value !== null && Math.abs(value - first) < ALIKE) ? first : null
  }
  const over = curves.map(overshootOf)
  return {
    peakAt: one(curves.map(peakOfCurve)),
    overshoot: one(over.map(({ amount }) => amount)),
    overshootAt: one(over.map(({ at }) => at)),
  }
}

/** A bend with one handle changed; bends without handles get those of the nearest Bézier first. */
export function withSide(bend: PlainBend, side: Side, change: Partial<Handle>): Bend {
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

/** The rise that gives a span a speed at one side; a handle without reach gets a little. Nothing on a flat span. */
export function riseForSpeed(span: SpanTarget, side: Side, speed: number): Partial<Handle> {
  const change = spanChange(span.compiled, span.index)
  if (change === 0) return {}
  const bend = span.compiled.bends[span.index]!
  const { reach } = (endHandles(bend) ?? asHandles(bend))[side]
  const used = reach > 0 ? reach : 0.1
  return { reach: used, rise: (speed * secondsOfTicks(span.to.t - span.from.t) * used) / change }
}
