import type { Draft } from 'immer'
import type { Bend } from '../bend/index.ts'
import type { Property, Through, Value } from '../property/index.ts'
import type { Project } from '../scene/index.ts'
import type { Ticks } from '../time/index.ts'
import { setBends } from './bends.ts'
import { editProperty } from './editProperty.ts'
import { addKey } from './keys.ts'
import { withTimes, type MoveReport } from './moveKeys.ts'
import { findProperty, type KeyRef, type MakeId, type PropertyRef } from './refs.ts'
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
  for (const { ref, bend, through } of edits) {
    if (bend) setBends(draft, [ref], bend)
    if (through) setThrough(draft, [ref], through)
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
  for (const { t, ...rest } of keys) {
    addKey(draft, ref, t, makeId)
    const key = findProperty(draft as Project, ref)?.keys.find((one) => one.t === t)
    if (key) setKeys(draft, [{ ref: { ...ref, key: key.id }, ...rest }])
  }
}

function groupsOf(edits: readonly KeyEdit[]): KeyEdit[][] {
  const groups = new Map<string, KeyEdit[]>()
  for (const edit of edits) {
    const name = `${edit.ref.scene}/${edit.ref.layer}/${edit.ref.property}`
    groups.set(name, [...(groups.get(name) ?? []), edit])
  }
  return [...groups.values()]
}
