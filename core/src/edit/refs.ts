import { original, type Draft } from 'immer'
import type { Property } from '../property/index.ts'
import type { Layer, Project, Scene } from '../scene/index.ts'
import { BadEdit } from './badEdit.ts'

/** Names one property of one layer. */
export interface PropertyRef {
  readonly scene: string
  readonly layer: string
  readonly property: string
}

/** Names one key; the span it begins goes by the same name. */
export interface KeyRef extends PropertyRef {
  readonly key: string
}

/** Makes ids not yet in use; handed in, so that the core keeps no chance of its own. */
export type MakeId = () => string

/** Key refs gathered by property, in order of first mention. */
export function byProperty(refs: readonly KeyRef[]): Map<string, { ref: PropertyRef; keys: Set<string> }> {
  const groups = new Map<string, { ref: PropertyRef; keys: Set<string> }>()
  let group: { ref: PropertyRef; keys: Set<string> } | null = null
  for (const ref of refs) {
    const same =
      group?.ref.property === ref.property && group.ref.layer === ref.layer && group.ref.scene === ref.scene
    if (!group || !same) {
      const name = `${ref.scene}/${ref.layer}/${ref.property}`
      group = groups.get(name) ?? { ref, keys: new Set<string>() }
      groups.set(name, group)
    }
    group.keys.add(ref.key)
  }
  return groups
}

/** The scene of an id. Throws BadEdit when it is gone. */
export function sceneIn(draft: Draft<Project>, id: string): Draft<Scene> {
  const scene = draft.scenes.find((candidate) => candidate.id === id)
  if (!scene) throw new BadEdit('The scene to be edited is no longer there. Nothing was changed.')
  return scene
}

/** The scene as it was before the edit under way: what its parts then say does not change while they are edited. */
export function sceneBefore(draft: Draft<Project>, id: string): Scene {
  const drafted = sceneIn(draft, id)
  return (original(drafted) ?? drafted) as Scene
}

/** The layer a ref names. Throws BadEdit when it is gone. */
export function layerIn(draft: Draft<Project>, ref: { scene: string; layer: string }): Draft<Layer> {
  const layer = sceneIn(draft, ref.scene).layers.find((candidate) => candidate.id === ref.layer)
  if (!layer) throw new BadEdit('The layer to be edited is no longer there. Nothing was changed.')
  return layer
}

/** The property a ref names in a document that is not being edited; null when it is gone. */
export function findProperty(project: Project, ref: PropertyRef): Property | null {
  const scene = project.scenes.find((candidate) => candidate.id === ref.scene)
  return scene?.layers.find((candidate) => candidate.id === ref.layer)?.properties[ref.property] ?? null
}
