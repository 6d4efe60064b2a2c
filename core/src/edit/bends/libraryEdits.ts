import type { Draft } from 'immer'
import { withoutLift } from '../../bend/index.ts'
import { withOwnBends, type Key } from '../../property/index.ts'
import { distinctName, LIMITS, type NamedBend, type Project } from '../../scene/index.ts'
import { BadEdit } from '../badEdit.ts'
import { libraryIn, makeLawful } from '../editProperty.ts'
import { readName } from '../layers/layers.ts'
import type { KeyRef, MakeId } from '../refs.ts'
import { eachUser, linkBends, namedBendIn } from './namedBends.ts'

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

/**
 * Keeps a bend in the library and links spans to it, by a name of its own.
 * @returns that name
 * @throws BadEdit for a bad name or a full library
 */
export function keepAndLink(
  draft: Draft<Project>,
  refs: readonly KeyRef[],
  { name, bend, makeId }: Pick<NamedBend, 'name' | 'bend'> & { readonly makeId: MakeId },
): string {
  const free = freeName(draft, readName(name))
  linkBends(draft, refs, addNamedBend(draft, { name: free, bend }, makeId))
  return free
}

/** A name no bend of the library has. */
export const freeName = ({ bends }: Draft<Project>, name: string): string =>
  distinctName(
    name,
    bends.map((bend) => bend.name),
  )

/** Bends of another library, with names that say what they are: which of them had to be called otherwise here. */
export interface TakenBends {
  readonly ids: readonly string[]
  readonly renamed: number
}

/**
 * Takes bends over into the library, with ids of its own; one whose name is taken gets a number after it, so that both are kept.
 * @throws BadEdit when they are more than it holds
 */
export function takeNamedBends(
  draft: Draft<Project>,
  bends: readonly Omit<NamedBend, 'id'>[],
  makeId: MakeId,
): TakenBends {
  if (draft.bends.length + bends.length > LIMITS.namedBends)
    throw new BadEdit(
      `A project keeps ${LIMITS.namedBends} bends at most; there are ${draft.bends.length}. Nothing was added.`,
    )
  let renamed = 0
  const ids = bends.map(({ name, bend, tags }) => {
    const free = freeName(draft, readName(name))
    if (free !== name.trim()) renamed += 1
    const id = addNamedBend(draft, { name: free, bend }, makeId)
    if (tags && tags.length > 0) setBendTags(draft, id, tags)
    return id
  })
  return { ids, renamed }
}

/** Sets the words a library bend is found by, each once. Throws BadEdit for bad or too many words and a bend that is gone. */
export function setBendTags(draft: Draft<Project>, id: string, tags: readonly string[]): void {
  const bend = namedBendIn(draft, id)
  const words = [...new Set(tags.map((tag) => tag.trim()).filter((tag) => tag !== ''))].map(readName)
  if (words.length > LIMITS.tags)
    throw new BadEdit(`A bend has ${LIMITS.tags} tags at most. Nothing was changed.`)
  if (words.length > 0) bend.tags = words
  else delete bend.tags
}

/** Renames a library bend. Throws BadEdit for a bad name or a bend that is gone. */
export function renameNamedBend(draft: Draft<Project>, id: string, name: string): void {
  namedBendIn(draft, id).name = readName(name)
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

/**
 * Lets all spans that follow one library bend follow another, on locked layers too: it is the library that changes. The first stays.
 * @returns how many spans
 * @throws BadEdit when one of the two is gone
 */
export function replaceNamedBend(draft: Draft<Project>, id: string, by: string): number {
  namedBendIn(draft, id)
  namedBendIn(draft, by)
  const library = libraryIn(draft)
  let count = 0
  if (id === by) return count
  eachUser(draft, id, (property) => {
    const keys = property.keys.map((key): Key => {
      if (key.bend.kind !== 'linked' || key.bend.bendId !== id) return key
      if (!key.timeless) count += 1
      return { ...key, bend: { kind: 'linked', bendId: by } }
    })
    return makeLawful({ ...property, keys }, { library, before: property })
  })
  return count
}
