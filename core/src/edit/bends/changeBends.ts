import type { Draft } from 'immer'
import { plainBend, type PlainBend } from '../../bend/index.ts'
import {
  compileProperty,
  pinSmooth,
  timedKeys,
  type CompiledProperty,
  type Key,
} from '../../property/index.ts'
import type { Project } from '../../scene/index.ts'
import { BadEdit } from '../badEdit.ts'
import { giveBends } from './bends.ts'
import { editProperty, libraryIn, propertyToEdit } from '../editProperty.ts'
import { setNamedBend } from './namedBends.ts'
import { byProperty, type KeyRef } from '../refs.ts'

/**
 * Makes each span's bend anew from the one it has. This and `changeBend` are how a bend is shaped: what is changed is the bend
 * where it is kept. A span with a bend of its own gets the new one; a linked span's is the library's, and all that follow it
 * change with it, once however many of the spans do. `giveBends` gives spans a bend of their own instead.
 * @param refs the keys the spans begin at; a last key begins none and is left alone
 * @param change gets the bend itself, a link's from the library, and the id of the key it begins at
 * @throws BadEdit for a locked layer, or one that is gone
 */
export function changeBends(
  draft: Draft<Project>,
  refs: readonly KeyRef[],
  change: (bend: PlainBend, key: string) => PlainBend,
): void {
  const { own, followed } = keptBends(draft, refs)
  if (own.length > 0) giveBends(draft, own, change)
  for (const [bendId, key] of followed) {
    const bend = plainBend({ kind: 'linked', bendId }, libraryIn(draft))
    const made = change(bend, key)
    if (made !== bend) setNamedBend(draft, bendId, made)
  }
}

/** Where spans' bends are kept: those that have one of their own, and library bends, each with a key whose span follows it. */
export interface KeptBends {
  readonly own: readonly KeyRef[]
  readonly followed: ReadonlyMap<string, string>
}

/** Throws BadEdit as `changeBends` does. */
export function keptBends(draft: Draft<Project>, refs: readonly KeyRef[]): KeptBends {
  const own: KeyRef[] = []
  const followed = new Map<string, string>()
  for (const { ref, keys } of byProperty(refs).values()) {
    for (const { id, bend } of timedKeys(propertyToEdit(draft, ref)).slice(0, -1)) {
      if (!keys.has(id)) continue
      if (bend.kind !== 'linked') own.push({ ...ref, key: id })
      else if (!followed.has(bend.bendId)) followed.set(bend.bendId, id)
    }
  }
  return { own, followed }
}

/**
 * Makes one span's bend anew from how its property plays; see `changeBends` for where the new bend is kept.
 * @param ref the key the span begins at
 * @param change gets the property and the span's place in it; null leaves all as it is
 * @param freed a side whose key becomes a corner, so that the span beyond it does not turn with this one
 * @throws BadEdit for a key that begins no span, and as `changeBends`
 */
export function changeBend(
  draft: Draft<Project>,
  ref: KeyRef,
  change: (compiled: CompiledProperty, span: number) => PlainBend | null,
  freed: 'leave' | 'arrive' | null = null,
): void {
  const given = propertyToEdit(draft, ref)
  const timed = timedKeys(given)
  const at = timed.findIndex(({ id }) => id === ref.key)
  const [from, to] = [timed[at], timed[at + 1]]
  if (!from || !to) throw new BadEdit('No span begins at that key any longer. Nothing was changed.')
  const library = libraryIn(draft)
  const { bend: stored } = from
  const isLinked = stored.kind === 'linked'
  const property = isLinked ? given : pinSmooth(given, (i) => i === at || i === at + 1, library)
  const bend = change(compileProperty(property, library), at)
  if (!bend) return
  const corner = freed === 'leave' ? from.id : freed === 'arrive' ? to.id : null
  const withBend = (each: Key): Key => {
    const key = each.id === from.id && !isLinked ? { ...each, bend } : each
    return key.id === corner ? { ...key, through: 'corner' } : key
  }
  if (!isLinked || corner !== null)
    // Keys it does not touch stay the same objects: what is drawn of them is kept.
    editProperty(draft, ref, () => ({ ...property, keys: property.keys.map(withBend) }), {
      led: new Set([from.id]),
    })
  if (isLinked) setNamedBend(draft, stored.bendId, bend)
}
