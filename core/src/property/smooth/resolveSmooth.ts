import { flowingSlopes, steffenSlopes, type Handle, type PlainBend } from '../../bend/index.ts'
import type { Mixer } from '../mixers/mixer.ts'
import type { Key, Property } from '../property.ts'
import { endChange, handleOfSlope, type Side } from './sideSlopes.ts'

/** How far a smooth side reaches: a third, where a cubic in s is a cubic in time. */
const SMOOTH_REACH = 1 / 3

/** What smoothing works on: one list of numbers a component, a number a key, along which slopes are found. */
export interface SmoothTrack {
  readonly components: readonly (readonly number[])[]
  /** d(value)/d(number) at a key: 1, or the value itself where the numbers are its logarithms. */
  scaleAt(component: number, key: number): number
}

export interface SmoothSpans {
  /** Timed keys. */
  readonly keys: readonly Key[]
  /** One a span, links resolved. */
  readonly bends: readonly PlainBend[]
  readonly mixers: readonly Mixer[]
}

/**
 * The bends of a property's spans with every smooth side worked out; the given ones where no side is smooth.
 * Only a span's own handles and linear bends have smooth sides, a linked one has none; a linear one becomes handles of
 * reach = rise = ⅓ on its other side.
 * @returns one bend a span
 * Source: `steffenSlopes`, `flowingSlopes`; own for the split into rise (along the change) and lift (what is left).
 */
export function resolveSmooth(
  smoothing: Property['smoothing'],
  { keys, bends, mixers }: SmoothSpans,
  track: () => SmoothTrack,
): readonly PlainBend[] {
  if (!keys.some((key) => key.through === 'smooth')) return bends
  const { components, scaleAt } = track()
  // In ticks, which are whole: the difference of two late moments in seconds would lose its digits.
  const times = keys.map((key): number => key.t)
  const slopesOf = smoothing === 'flowing' ? flowingSlopes : steffenSlopes
  const slopes = components.map((values) => slopesOf(times, values))
  return bends.map((bend, i) => {
    const [from, to] = [keys[i]!, keys[i + 1]!]
    // A linked span plays its library bend, whatever kind that is of.
    if (from.bend.kind === 'linked' || (bend.kind !== 'handles' && bend.kind !== 'linear')) return bend
    if (from.through !== 'smooth' && to.through !== 'smooth') return bend
    const length = times[i + 1]! - times[i]!
    const smooth = (side: Side, at: number): Handle =>
      handleOfSlope(
        slopes.map((list, component) => list[at]! * scaleAt(component, at) * length),
        endChange(mixers[i]!, side),
        { reach: SMOOTH_REACH, side },
      )
    const third: Handle = { reach: SMOOTH_REACH, rise: SMOOTH_REACH }
    const stored = bend.kind === 'handles' ? bend : { leave: third, arrive: third }
    return {
      kind: 'handles',
      leave: from.through === 'smooth' ? smooth('leave', i) : stored.leave,
      arrive: to.through === 'smooth' ? smooth('arrive', i + 1) : stored.arrive,
    }
  })
}
