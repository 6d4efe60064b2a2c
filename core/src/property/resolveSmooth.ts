import type { Bend, Handle } from '../bend/index.ts'
import { secondsOfTicks } from '../time/index.ts'
import type { Key, Property } from './property.ts'
import { flowingSlopes, steffenSlopes } from './smoothSlopes.ts'

/** How far a smooth side reaches: a third, where a cubic in s is a cubic in time. */
const SMOOTH_REACH = 1 / 3

/** What smoothing works on: one list of numbers a component, a number a key, along which slopes are found. */
export interface SmoothTrack {
  readonly components: readonly (readonly number[])[]
}

/**
 * The bends of a property's spans with every smooth side worked out; the stored ones where no side is smooth.
 * Only handles and linear bends have smooth sides; a linear one becomes handles of reach = rise = ⅓ on its other side.
 * @returns one bend a span
 * Source: `smoothSlopes`; own for the split into rise (along the change) and lift (what is left a component).
 */
export function resolveSmooth(property: Property, track: SmoothTrack): Bend[] {
  const { keys } = property
  const bends = keys.slice(0, -1).map((key) => key.bend)
  if (!keys.some((key) => key.through === 'smooth')) return bends
  const seconds = keys.map((key) => secondsOfTicks(key.t))
  const slopesOf = property.smoothing === 'flowing' ? flowingSlopes : steffenSlopes
  const slopes = track.components.map((values) => slopesOf(seconds, values))
  return bends.map((bend, i) => {
    const [from, to] = [keys[i]!, keys[i + 1]!]
    if (bend.kind !== 'handles' && bend.kind !== 'linear') return bend
    if (from.through !== 'smooth' && to.through !== 'smooth') return bend
    const length = seconds[i + 1]! - seconds[i]!
    const change = track.components.map((values) => values[i + 1]! - values[i]!)
    const side = (at: number, key: Key, stored: Handle, sign: 1 | -1): Handle =>
      key.through === 'smooth'
        ? smoothHandle(
            slopes.map((list) => (list[at]! * length) / 3),
            change,
            sign,
          )
        : stored
    const third: Handle = { reach: SMOOTH_REACH, rise: SMOOTH_REACH }
    return {
      kind: 'handles',
      leave: side(i, from, bend.kind === 'handles' ? bend.leave : third, 1),
      arrive: side(i + 1, to, bend.kind === 'handles' ? bend.arrive : third, -1),
    }
  })
}

/** The handle whose control point lies `offset` from its key, as rise along the change and lift for the rest. */
function smoothHandle(offset: readonly number[], change: readonly number[], sign: 1 | -1): Handle {
  const size = change.reduce((sum, part) => sum + part * part, 0)
  const along = change.reduce((sum, part, i) => sum + part * offset[i]!, 0)
  const rise = size > 0 ? along / size : 0
  const lift = offset.map((part, i) =>
    change.length === 1 && size > 0 ? 0 : sign * (part - rise * change[i]!),
  )
  return lift.some((part) => part !== 0) ? { reach: SMOOTH_REACH, rise, lift } : { reach: SMOOTH_REACH, rise }
}
