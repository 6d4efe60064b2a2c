import type { Draft } from 'immer'
import { withoutLift, type PlainBend } from '../../bend/index.ts'
import { timedKeys, withOwnBends, type Property } from '../../property/index.ts'
import { LIMITS, type NamedBend, type Project } from '../../scene/index.ts'
import { BadEdit } from '../badEdit.ts'
import { giveBends } from './bends.ts'
import { editProperty, libraryIn, makeLawful, undrafted } from '../editProperty.ts'
import { readName } from '../layers/layers.ts'
import { byProperty, type KeyRef, type MakeId } from '../refs.ts'

/** Adds a bend to the project's library and returns its id. Throws BadEdit for a bad name or a full library. */
export function addNamedBend(
  draft: Draft<Project>,
  { name, bend }: Pick<NamedBend, 'name' | 'bend'>,
  makeId: MakeId,
): string {
  if (draft.bends.length >= LIMITS.namedBends)
    throw new BadEdit(`A project keeps ${LIMITS.namedBends} bends at most. Nothing was added.`)
  const id = makeId()
  draft.bends.push({ id, name: readName(name), bend: withoutLift(bend) } as Draft<NamedBend>)
  return id
}

/** Renames a library bend. Throws BadEdit for a bad name or a bend that is gone. */
export function renameNamedBend(draft: Draft<Project>, id: string, name: string): void {
  namedBendIn(draft, id).name = readName(name)
}

/** Changes a library bend; every span linked to it bends with it, joined keys beside them turn. */
export function setNamedBend(draft: Draft<Project>, id: string, bend: PlainBend): void {
  const before = libraryIn(draft)
  namedBendIn(draft, id).bend = withoutLift(bend) as Draft<PlainBend>
  const library = libraryIn(draft)
  eachUser(draft, id, (property) => makeLawful(property, { library, before: withOwnBends(property, before) }))
}

/** Takes a bend out of the library. Spans that were linked to it keep it as their own: nothing seen changes. */
export function removeNamedBend(draft: Draft<Project>, id: string): void {
  namedBendIn(draft, id)
  const library = libraryIn(draft)
  eachUser(draft, id, (property) =>
    withOwnBends(property, library, ({ bend }) => bend.kind === 'linked' && bend.bendId === id),
  )
  draft.bends = draft.bends.filter((bend) => bend.id !== id)
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

/** How many spans follow each library bend, by its id. */
export function usesOfBends(project: Project): ReadonlyMap<string, number> {
  const uses = new Map<string, number>()
  for (const property of project.scenes.flatMap(({ layers }) =>
    layers.flatMap(({ properties }) => Object.values(properties)),
  )) {
    for (const { bend } of timedKeys(property).slice(0, -1))
      if (bend.kind === 'linked') uses.set(bend.bendId, (uses.get(bend.bendId) ?? 0) + 1)
  }
  return uses
}

function namedBendIn(draft: Draft<Project>, id: string): Draft<NamedBend> {
  const found = draft.bends.find((bend) => bend.id === id)
  if (!found) throw new BadEdit('That bend is no longer in the library. Nothing was changed.')
  return found
}

/** Locked layers too: what a library bend does is no edit of theirs. */
function eachUser(draft: Draft<Project>, id: string, change: (property: Property) => Property): void {
  for (const scene of draft.scenes) {
    for (const layer of scene.layers) {
      for (const [name, drafted] of Object.entries(layer.properties)) {
        const property = undrafted<Property>(drafted)
        if (!property.keys.some(({ bend }) => bend.kind === 'linked' && bend.bendId === id)) continue
        layer.properties[name] = change(property) as Draft<Property>
      }
    }
  }
}
