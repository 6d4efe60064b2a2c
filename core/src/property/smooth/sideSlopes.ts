import type { Handle } from '../../bend/index.ts'
import type { Mixer } from '../mixers/mixer.ts'

/** Which end of a span: its first key's leave side or its second key's arrive side. */
export type Side = 'leave' | 'arrive'

/** A change this small beside what the handle has to carry cannot carry it: dividing by it would lose the digits. */
const LEAST_SHARE = 1e-6

/** d(value)/dp at an end of a span, one number a component. */
export function endChange(mixer: Mixer, side: Side): number[] {
  const out = new Float64Array(mixer.width)
  mixer.slopeInto(out, side === 'leave' ? 0 : 1)
  return [...out]
}

/**
 * The handle of a given reach with which a span's value has a given slope at its end.
 * @param slope units per unit of elapsed fraction, one a component
 * @param change d(value)/dp at that end
 * Source: own; the derivative of a cubic Bézier at its end.
 */
export function handleOfSlope(
  slope: readonly number[],
  change: readonly number[],
  arm: { readonly reach: number; readonly side: Side },
): Handle {
  const offset = slope.map((part) => part * arm.reach)
  return handleOfOffset(offset, change, arm)
}

/**
 * The handle whose control point lies `offset` from its end: for leave the second point minus the first, for arrive
 * the fourth minus the third. What the change can carry becomes rise, the rest lift.
 * @param offset units, one a component
 */
export function handleOfOffset(
  offset: readonly number[],
  change: readonly number[],
  { reach, side }: { readonly reach: number; readonly side: Side },
): Handle {
  const size = Math.hypot(...change)
  if (!(size > LEAST_SHARE * Math.hypot(...offset)))
    return offset.every((part) => part === 0)
      ? { reach, rise: 0 }
      : { reach, rise: 0, lift: offset.map((part) => (side === 'leave' ? part : -part)) }
  const rise = offset.reduce((sum, part, i) => sum + (part / size) * (change[i]! / size), 0)
  if (change.length === 1) return { reach, rise }
  const rest = offset.map((part, i) => part - rise * change[i]!)
  const least = 1e-13 * (Math.hypot(...offset) + Math.abs(rise) * size)
  if (rest.every((part) => Math.abs(part) <= least)) return { reach, rise }
  return { reach, rise, lift: rest.map((part) => (side === 'leave' ? part : -part)) }
}
