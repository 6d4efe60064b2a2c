import type { Draft } from 'immer'
import { withoutLift, type PlainBend } from '../../bend/index.ts'
import { timedKeys, withOwnBends, type Property } from '../../property/index.ts'
import type { Layer, NamedBend, Project } from '../../scene/index.ts'
import { BadEdit } from '../badEdit.ts'
import { giveBends } from './bends.ts'
import { editProperty, finished, libraryIn, makeLawful, undrafted } from '../editProperty.ts'
import { byProperty, type KeyRef } from '../refs.ts'

/** Changes a library bend; every span linked to it bends with it, joined keys beside them turn. */
export function setNamedBend(draft: Draft<Project>, id: string, bend: PlainBend): void {
  const before = libraryIn(draft)
  namedBendIn(draft, id).bend = withoutLift(bend) as Draft<PlainBend>
  const library = libraryIn(draft)
  eachUser(draft, id, (property) => makeLawful(property, { library, before: withOwnBends(property, before) }))
}

/** Links spans to a library bend: from now on they follow it. Throws BadEdit when it is gone. */
export function linkBends(draft: Draft<Project>, refs: readonly KeyRef[], bendId: string): void {
  namedBendIn(draft, bendId)
  giveBends(draft, refs, () => ({ kind: 'linked', bendId }))
}

/** Gives linked spans the bend they follow as their own. Nothing seen changes. */
export function unlinkBends(draft: Draft<Project>, refs: readonly KeyRef[]): void {
  for (const { ref, keys } of byProperty(refs).values()) {
    editProperty(draft, ref, (property, library) => withOwnBends(property, library, ({ id }) => keys.has(id)))
  }
}

/** Where a library bend is followed. */
export interface BendUse {
  readonly spans: number
  readonly layers: number
}

const OF_LAYERS = new WeakMap<Layer, ReadonlyMap<string, number>>()

/** Where each library bend is followed, by its id. */
export function usesOfBends({ scenes }: Project): ReadonlyMap<string, BendUse> {
  const uses = new Map<string, BendUse>()
  for (const { layers } of scenes)
    for (const layer of layers)
      for (const [id, spans] of usesInLayer(layer)) {
        const before = uses.get(id)
        uses.set(id, { spans: spans + (before?.spans ?? 0), layers: 1 + (before?.layers ?? 0) })
      }
  return uses
}

/** Spans of a layer that follow each library bend. */
function usesInLayer(layer: Layer): ReadonlyMap<string, number> {
  const known = OF_LAYERS.get(layer)
  if (known) return known
  const uses = new Map<string, number>()
  for (const property of Object.values(layer.properties)) {
    if (!property.keys.some(({ bend }) => bend.kind === 'linked')) continue
    for (const { bend } of timedKeys(property).slice(0, -1))
      if (bend.kind === 'linked') uses.set(bend.bendId, (uses.get(bend.bendId) ?? 0) + 1)
  }
  if (Object.isFrozen(layer)) OF_LAYERS.set(layer, uses)
  return uses
}

/** A library bend to be written on. Throws BadEdit when it is gone. */
export function namedBendIn(draft: Draft<Project>, id: string): Draft<NamedBend> {
  const found = draft.bends.find((bend) => bend.id === id)
  if (!found) throw new BadEdit('That bend is no longer in the library. Nothing was changed.')
  return found
}

/**
 * Changes every property that follows a library bend. Locked layers too: what a library bend does is no edit of theirs.
 * Drafts of the layers that follow it, handed out before, are not part of the document any more.
 */
export function eachUser(draft: Draft<Project>, id: string, change: (property: Property) => Property): void {
  for (const scene of draft.scenes) {
    // Read as they stand and put back whole: a draft of each layer would take ten times as long.
    const layers = undrafted<readonly Layer[]>(scene.layers)
    layers.forEach((layer, at) => {
      const users = Object.entries(layer.properties).filter(([, { keys }]) =>
        keys.some(({ bend }) => bend.kind === 'linked' && bend.bendId === id),
      )
      const changed = users.flatMap(([name, property]) => {
        const after = change(property)
        return after === property ? [] : [[name, finished(after, property)] as const]
      })
      // Most follow by their links alone: nothing is written on them.
      if (changed.length === 0) return
      const properties = Object.freeze({ ...layer.properties, ...Object.fromEntries(changed) })
      scene.layers[at] = Object.freeze({ ...layer, properties }) as Draft<Layer>
    })
  }
}
