import type { Draft } from 'immer'
import { plainBend, type Bend, type BendLibrary, type Handle, type PlainBend } from '../../bend/index.ts'
import { pinSmooth, timedKeys, type Key, type Property, type Through } from '../../property/index.ts'
import type { Project } from '../../scene/index.ts'
import { editProperty } from '../editProperty.ts'
import { byProperty, type KeyRef } from '../refs.ts'

/**
 * Gives spans bends anew, whatever they had or followed before. A key that was smooth becomes joined, its other side
 * written down as it was, so that the bend is what is seen; where two sides of a joined key differ afterwards the other
 * side turns with the new one.
 * @param refs the keys the spans begin at; a last key begins none and is left alone
 * @param bendOf gets the bend as it is, a link's from the library, and the id of the key it begins at
 */
export function giveBends(
  draft: Draft<Project>,
  refs: readonly KeyRef[],
  bendOf: (bend: PlainBend, key: string) => Bend,
): void {
  for (const { ref, keys } of byProperty(refs).values()) {
    editProperty(draft, ref, (property, library) => withBends(property, keys, library, bendOf), {
      led: keys,
    })
  }
}

/** A property with some spans' bends made anew. */
function withBends(
  property: Property,
  spans: ReadonlySet<string>,
  library: BendLibrary,
  bendOf: (bend: PlainBend, key: string) => Bend,
): Property {
  const timed = timedKeys(property)
  const touched = (i: number): boolean => spans.has(timed[i]!.id) || (i > 0 && spans.has(timed[i - 1]!.id))
  const pinned = pinSmooth(property, touched, library)
  const last = timed[timed.length - 1]?.id
  const keys = pinned.keys.map((key) => {
    if (!spans.has(key.id) || key.id === last || key.timeless) return key
    return { ...key, bend: bendOf(plainBend(key.bend, library), key.id) }
  })
  return { ...pinned, keys }
}

/** Makes both ends of spans smooth: the program works their slopes out. */
export function makeSpansSmooth(draft: Draft<Project>, refs: readonly KeyRef[]): void {
  const third: Handle = { reach: 1 / 3, rise: 1 / 3 }
  for (const { ref, keys } of byProperty(refs).values()) {
    editProperty(draft, ref, (property) => {
      const timed = timedKeys(property)
      const places = new Map(timed.map(({ id }, i) => [id, i]))
      return {
        ...property,
        keys: property.keys.map((key): Key => {
          const i = places.get(key.id)
          if (i === undefined) return key
          const begins = keys.has(key.id) && i < timed.length - 1
          const ends = i > 0 && keys.has(timed[i - 1]!.id)
          const through: Through = begins || ends ? 'smooth' : key.through
          return begins
            ? { ...key, through, bend: { kind: 'handles', leave: third, arrive: third } }
            : { ...key, through }
        }),
      }
    })
  }
}
