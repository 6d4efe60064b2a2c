import { plainBend, type BendLibrary } from '../../bend/index.ts'
import { pinSmooth } from '../smooth/pinSmooth.ts'
import type { Key, Property } from '../property.ts'
import { timedKeys } from '../compileProperty.ts'

/**
 * A property whose linked spans (all, or picked ones) have the bend they follow as their own; nothing seen changes. A smooth key
 * leaves a link alone, but would work out the side of a bend of the span's own: what it shows beside one is written down first.
 * @param picks tells by the key a linked span begins at, and the timed key it ends at, which
 */
export function withOwnBends(
  property: Property,
  library: BendLibrary,
  picks: (from: Key, to: Key | undefined) => boolean = () => true,
): Property {
  const timed = timedKeys(property)
  const picked = new Set(
    timed.flatMap((key, i) => (key.bend.kind === 'linked' && picks(key, timed[i + 1]) ? [key.id] : [])),
  )
  if (picked.size === 0) return property
  const begins = (i: number): boolean => timed[i] !== undefined && picked.has(timed[i].id)
  const pinned = pinSmooth(property, (i) => begins(i) || begins(i - 1), library)
  return {
    ...pinned,
    keys: pinned.keys.map((key) =>
      picked.has(key.id) ? { ...key, bend: plainBend(key.bend, library) } : key,
    ),
  }
}
