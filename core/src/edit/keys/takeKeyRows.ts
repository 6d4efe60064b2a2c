import type { Draft } from 'immer'
import { timedKeys, type Property } from '../../property/index.ts'
import type { Project } from '../../scene/index.ts'
import { undrafted } from '../editProperty.ts'
import { findProperty, type MakeId, type PropertyRef } from '../refs.ts'
import type { MoveReport } from '../timing/moveKeys.ts'
import { addKeys, setKeys, type KeyEdit, type NewKey } from './setKeys.ts'

/** A table of keys: rows that change keys there are, and rows that add keys to one property. */
export interface KeyRows {
  readonly edits: readonly KeyEdit[]
  readonly added?: { readonly ref: PropertyRef; readonly keys: readonly NewKey[] }
}

/** Takes a table of keys over, as one edit. Throws BadEdit as `setKeys` and `addKeys` do. */
export function takeKeyRows(draft: Draft<Project>, { edits, added }: KeyRows, makeId: MakeId): MoveReport {
  const before = added && undrafted<Property | null>(findProperty(draft, added.ref))
  const last = before ? timedKeys(before).at(-1)?.id : undefined
  const report = setKeys(draft, edits)
  if (!added) return report
  addKeys(draft, added.ref, added.keys, makeId)
  // The key that was last had no span of its own before: what its row says of one holds from here on.
  const given = edits.filter(({ ref, bend }) => ref.key === last && bend)
  setKeys(
    draft,
    given.map(({ ref, bend }) => ({ ref, bend })),
  )
  return report
}
