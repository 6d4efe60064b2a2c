import { enablePatches, produceWithPatches, type Draft, type Patch } from 'immer'
import { checkChange, type Project } from '../scene/index.ts'

/** An edit of a document, written on an immer draft; what it returns is handed back to the caller. */
export type Recipe<T = void> = (draft: Draft<Project>) => T

/** What an edit made of a document. */
export interface AppliedRecipe<T> {
  readonly project: Project
  readonly patches: readonly Patch[]
  readonly inverse: readonly Patch[]
  /** What the recipe returned. */
  readonly made: T
}

/**
 * Runs an edit on a document that keeps its reader's rules; so does what comes of it.
 * @throws what the recipe throws; BadDocument when the result could not be opened again. The document stands either way
 */
export function applyRecipe<T>(before: Project, recipe: Recipe<T>): AppliedRecipe<T> {
  enablePatches()
  let made: T
  const [project, patches, inverse] = produceWithPatches(before, (draft: Draft<Project>) => {
    made = recipe(draft)
  })
  checkChange(before, project)
  return { project, patches, inverse, made: made! }
}
