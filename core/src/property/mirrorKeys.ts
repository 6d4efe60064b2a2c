import { mirrorBend, plainBend, type BendLibrary, type PlainBend } from '../bend/index.ts'
import { asTicks } from '../time/index.ts'
import type { Key } from './property.ts'

export interface MirrorOptions {
  readonly library: BendLibrary
  /** When a moment comes, once mirrored, ticks. */
  readonly timeOf: (time: number) => number
  /** The bend of what is now the last timed key: its span is not among the mirrored ones. */
  readonly lastBend: Key['bend']
}

/**
 * Keys played backwards: times mirrored, bends mirrored and handed to the key they now begin at, routes turned round.
 * A linked bend becomes a bend of its own unless it is its own mirror image.
 * @param keys in order of time, the first and last timed
 * @returns the same keys, ids kept, in their new order
 */
export function mirrorKeys(keys: readonly Key[], { library, timeOf, lastBend }: MirrorOptions): Key[] {
  let bend: Key['bend'] | null = null
  const backwards = keys.map((key): Key => {
    const begins = bend
    if (!key.timeless) bend = mirroredBend(key.bend, library)
    const route = key.route && { ...key.route, arrive: key.route.leave, leave: key.route.arrive }
    return {
      ...key,
      t: asTicks(timeOf(key.t)),
      bend: key.timeless ? key.bend : (begins ?? lastBend),
      ...(route ? { route } : {}),
    }
  })
  return backwards.reverse()
}

function mirroredBend(bend: Key['bend'], library: BendLibrary): Key['bend'] {
  if (bend.kind !== 'linked') return mirrorBend(bend)
  const plain = plainBend(bend, library)
  const mirrored = mirrorBend(plain)
  return sameBend(plain, mirrored) ? bend : mirrored
}

const sameBend = (first: PlainBend, second: PlainBend): boolean =>
  JSON.stringify(first) === JSON.stringify(second)
