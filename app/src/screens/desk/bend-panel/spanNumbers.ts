import { type Bend, type Handle, type PlainBend } from '@arrow-bend/core/bend'
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

/** Reach, rise and speed at both sides of the given spans. */
export function handleFields(spans: readonly SpanTarget[]): Readonly<Record<Side, SideNumbers>> {
  const side = (which: Side): SideNumbers => {
    const handles = spans.flatMap(({ compiled, index }) => {
      const bend = compiled.bends[index]!
      return bend.kind === 'handles' || bend.kind === 'linear' ? [asHandles(bend)[which]] : []
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

/** A bend with one handle changed; bends without handles get those of the nearest Bézier first. */
export function withSide(bend: PlainBend, side: Side, change: Partial<Handle>): Bend {
  const handles = asHandles(bend)
  return { kind: 'handles', ...handles, [side]: { ...handles[side], ...change } }
}

/** The rise that gives a span a speed at one side; a handle without reach gets a little. Nothing on a flat span. */
export function riseForSpeed(span: SpanTarget, side: Side, speed: number): Partial<Handle> {
  const change = spanChange(span.compiled, span.index)
  if (change === 0) return {}
  const { reach } = asHandles(span.compiled.bends[span.index]!)[side]
  const used = reach > 0 ? reach : 0.1
  return { reach: used, rise: (speed * secondsOfTicks(span.to.t - span.from.t) * used) / change }
}
