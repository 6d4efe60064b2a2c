import type { Draft } from 'immer'
import type { Bend } from '../../bend/index.ts'
import { insertKeys, type Property, type Through, type Value } from '../../property/index.ts'
import type { Project } from '../../scene/index.ts'
import type { Ticks } from '../../time/index.ts'
import { giveBends } from '../bends/bends.ts'
import { editProperty } from '../editProperty.ts'
import { withTimes, type MoveReport } from '../timing/moveKeys.ts'
import { findProperty, type KeyRef, type MakeId, type PropertyRef } from '../refs.ts'
import { setThrough } from './through.ts'

/** What a key is to be; what is left out stays. */
export interface KeyEdit {
  readonly ref: KeyRef
  readonly t?: Ticks
  readonly value?: Value
  readonly through?: Through
  readonly bend?: Bend
}

/**
 * Changes keys one by one: times, values, how they pass motion through, the bends of the spans they begin. Times are
 * set together, so keys may change places; one that is moved wins over one that stands where it lands.
 */
export function setKeys(draft: Draft<Project>, edits: readonly KeyEdit[]): MoveReport {
  let replaced = 0
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
  const bends = new Map(edits.flatMap(({ ref, bend }) => (bend ? [[ref.key, bend] as const] : [])))
  const bent = edits.filter(({ bend }) => bend).map(({ ref }) => ref)
  if (bent.length > 0) giveBends(draft, bent, (bend, key) => bends.get(key) ?? bend)
  for (const through of ['corner', 'joined', 'smooth'] as const) {
    const refs = edits.filter((edit) => edit.through === through).map(({ ref }) => ref)
    if (refs.length > 0) setThrough(draft, refs, through)
  }
  return { replaced }
}

/** Adds keys to a property, then makes them what they are to be; where a key stands already, that one is changed. */
export function addKeys(
  draft: Draft<Project>,
  ref: PropertyRef,
  keys: readonly (Omit<KeyEdit, 'ref'> & { readonly t: Ticks })[],
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

function groupsOf(edits: readonly KeyEdit[]): KeyEdit[][] {
  const groups = new Map<string, KeyEdit[]>()
  for (const edit of edits) {
    const name = `${edit.ref.scene}/${edit.ref.layer}/${edit.ref.property}`
    const group = groups.get(name)
    if (group) group.push(edit)
    else groups.set(name, [edit])
  }
  return [...groups.values()]
}
