import type { Draft } from 'immer'
import type { Bend, Handle } from '../bend/index.ts'
import { pinSmooth, type Key, type Through } from '../property/index.ts'
import type { Project } from '../scene/index.ts'
import { byProperty, editProperty, type KeyRef } from './refs.ts'

/**
 * Gives spans a bend. A key that was smooth becomes a corner, its other side written down as it was,
 * so that the bend is what is seen and the neighbours keep their motion.
 * @param refs the keys the spans begin at; a last key begins none and is left alone
 */
export function setBends(draft: Draft<Project>, refs: readonly KeyRef[], bend: Bend): void {
  changeBends(draft, refs, () => bend)
}

/** Makes each span's bend anew from the one it shows, with the care `setBends` takes of smooth keys. */
export function changeBends(
  draft: Draft<Project>,
  refs: readonly KeyRef[],
  change: (bend: Bend) => Bend,
): void {
  for (const { ref, keys } of byProperty(refs).values()) {
    editProperty(draft, ref, (property) => {
      const touched = (i: number): boolean =>
        keys.has(property.keys[i]!.id) || (i > 0 && keys.has(property.keys[i - 1]!.id))
      const pinned = pinSmooth(property, touched)
      return {
        ...pinned,
        keys: pinned.keys.map((key, i) =>
          keys.has(key.id) && i < pinned.keys.length - 1 ? { ...key, bend: change(key.bend) } : key,
        ),
      }
    })
  }
}

/** Makes both ends of spans smooth: the program works their slopes out. */
export function makeSpansSmooth(draft: Draft<Project>, refs: readonly KeyRef[]): void {
  const third: Handle = { reach: 1 / 3, rise: 1 / 3 }
  for (const { ref, keys } of byProperty(refs).values()) {
    editProperty(draft, ref, (property) => ({
      ...property,
      keys: property.keys.map((key, i, all): Key => {
        const begins = keys.has(key.id) && i < all.length - 1
        const ends = i > 0 && keys.has(all[i - 1]!.id)
        const through: Through = begins || ends ? 'smooth' : key.through
        return begins
          ? { ...key, through, bend: { kind: 'handles', leave: third, arrive: third } }
          : { ...key, through }
      }),
    }))
  }
}
