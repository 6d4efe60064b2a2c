import type { Draft } from 'immer'
import { isSameBend, plainBend, type PlainBend } from '../../bend/index.ts'
import { insertKeys, type Property, type Through, type Value } from '../../property/index.ts'
import type { Project } from '../../scene/index.ts'
import type { Ticks } from '../../time/index.ts'
import { giveBends } from '../bends/bends.ts'
import { editProperty, libraryIn, undrafted } from '../editProperty.ts'
import { withTimes, type MoveReport } from '../timing/moveKeys.ts'
import { findProperty, type KeyRef, type MakeId, type PropertyRef } from '../refs.ts'
import { setThrough } from './through.ts'

/** What a key is to be; what is left out stays. */
export interface KeyEdit {
  readonly ref: KeyRef
  readonly t?: Ticks
  readonly value?: Value
  readonly through?: Through
  /** Of the span it begins. One that is as the span's own, or as the one it follows, changes nothing: a link stays. */
  readonly bend?: PlainBend
}

/** What a key that is added is to be; what is left out is as the motion is there. */
export type NewKey = Omit<KeyEdit, 'ref'> & { readonly t: Ticks }

/**
 * Changes keys one by one: times, values, how they pass motion through, the bends of the spans they begin. Times are
 * set together, so keys may change places; one that is moved wins over one that stands where it lands.
 */
export function setKeys(draft: Draft<Project>, edits: readonly KeyEdit[]): MoveReport {
  let replaced = 0
  // Found first: what the person left as it was goes by the laws of joined keys, whatever else turns it.
  const bent = otherBends(draft, edits)
  for (const group of groupsOf(edits)) {
    editProperty(draft, group[0]!.ref, (property) => {
      const values = new Map(
        group.flatMap(({ ref, value }) => (value === undefined ? [] : [[ref.key, value]])),
      )
      const times = new Map(group.flatMap(({ ref, t }) => (t === undefined ? [] : [[ref.key, t] as const])))
      const moved = withTimes(property, ({ id }) => times.get(id))
      replaced += moved.replaced
      return {
        ...moved.property,
        keys: moved.property.keys.map((key) =>
          values.has(key.id) ? { ...key, value: values.get(key.id)! } : key,
        ),
      } satisfies Property
    })
  }
  for (const group of groupsOf(bent)) {
    const bends = new Map(group.map(({ ref, bend }) => [ref.key, bend]))
    const refs = group.map(({ ref }) => ref)
    giveBends(draft, refs, (bend, key) => bends.get(key) ?? bend)
  }
  for (const through of ['corner', 'joined', 'smooth'] as const) {
    const refs = edits.filter((edit) => edit.through === through).map(({ ref }) => ref)
    if (refs.length > 0) setThrough(draft, refs, through)
  }
  return { replaced }
}

/** Of the edits those that give a span another bend than the one it has, or follows. */
function otherBends(
  draft: Draft<Project>,
  edits: readonly KeyEdit[],
): (KeyEdit & { readonly bend: PlainBend })[] {
  const library = libraryIn(draft)
  return edits.flatMap(({ ref, bend }) => {
    const key =
      bend && undrafted<Property | null>(findProperty(draft, ref))?.keys.find(({ id }) => id === ref.key)
    return key && !isSameBend(plainBend(key.bend, library), bend) ? [{ ref, bend }] : []
  })
}

const nameOf = ({ scene, layer, property }: PropertyRef): string => `${scene}/${layer}/${property}`

/** Adds keys to a property, then makes them what they are to be; where a key stands already, that one is changed. */
export function addKeys(
  draft: Draft<Project>,
  ref: PropertyRef,
  keys: readonly NewKey[],
  makeId: MakeId,
): void {
  const times = keys.map(({ t }) => t)
  editProperty(draft, ref, (property, library) => insertKeys(property, times, makeId, library))
  const ids = new Map(findProperty(draft as Project, ref)?.keys.map(({ t, id }) => [t, id]))
  const edits = keys.flatMap(({ t, ...rest }): KeyEdit[] => {
    const key = ids.get(t)
    return key === undefined ? [] : [{ ref: { ...ref, key }, ...rest }]
  })
  setKeys(draft, edits)
}

/** Edits gathered by property, in order of first mention. */
function groupsOf<Edit extends KeyEdit>(edits: readonly Edit[]): Edit[][] {
  const groups = new Map<string, Edit[]>()
  for (const edit of edits) {
    const group = groups.get(nameOf(edit.ref))
    if (group) group.push(edit)
    else groups.set(nameOf(edit.ref), [edit])
  }
  return [...groups.values()]
}
