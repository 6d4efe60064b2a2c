import type { BendLibrary } from '../../bend/index.ts'
import { insertKeys, type Key, type Property } from '../../property/index.ts'
import type { Ticks } from '../../time/index.ts'
import type { MakeId } from '../refs.ts'

export interface PutBetween {
  /** The stretch, its ends in it. */
  readonly times: readonly [first: Ticks, last: Ticks]
  readonly library: BendLibrary
  readonly makeId: MakeId
  /** @param goesOn the key at the end of the stretch, from which what comes after goes on */
  readonly keys: (goesOn: Key | null) => readonly Key[]
}

/** Puts keys in place of all that stand in a stretch of time; what is before it and after it moves as it did. */
export function putBetween(given: Property, { times, library, makeId, keys }: PutBetween): Property {
  const [first, last] = times
  // Cut where the stretch begins and ends before anything is taken away: so the rest keeps its motion.
  const cut = given.keys.length > 0 ? insertKeys(given, times, makeId, library) : given
  const goesOn = cut.keys.find(({ t, timeless }) => t === last && !timeless) ?? null
  const others = cut.keys.filter(({ t }) => t < first || t > last)
  return { ...cut, keys: [...others, ...keys(goesOn)].sort((a, b) => a.t - b.t) }
}
