import { enablePatches, produceWithPatches, type Draft, type Patch } from 'immer'
import { checkChange, type Project, type SceneRule } from '../scene/index.ts'
import { standingRules } from './scenes/standingRules.ts'

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
  const edited = produceWithPatches(before, (draft: Draft<Project>) => {
    made = recipe(draft)
  })
  const [project, patches, inverse] = withStandingRules(edited)
  checkChange(before, project)
  return { project, patches, inverse, made: made! }
}

type Edited = readonly [project: Project, patches: readonly Patch[], inverse: readonly Patch[]]

/** An edit after which no rule is about a layer that went: layers go in many ways, and their rules with them. */
function withStandingRules([project, patches, inverse]: Edited): Edited {
  const left = project.scenes.map(({ layers, rules }) => {
    if (!rules) return undefined
    const there = new Set(layers.map(({ id }) => id))
    return standingRules(rules, (layer) => there.has(layer))
  })
  if (project.scenes.every(({ rules }, i) => rules === left[i])) return [project, patches, inverse]
  const [tidied, more, back] = produceWithPatches(project, (draft: Draft<Project>) => {
    draft.scenes.forEach((scene, i) => {
      const rules = left[i]
      if (rules && rules.length > 0) scene.rules = rules as Draft<SceneRule[]>
      else delete scene.rules
    })
  })
  return [tidied, [...patches, ...more], [...back, ...inverse]]
}
