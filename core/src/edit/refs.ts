import { isDraft, original, type Draft } from 'immer'
import type { Property } from '../property/index.ts'
import type { Layer, Project, Scene } from '../scene/index.ts'
import { BadEdit } from './badEdit.ts'

/** Names one layer of one scene. */
export interface LayerRef {
  readonly scene: string
  readonly layer: string
}

/** Names one property of one layer. */
export interface PropertyRef extends LayerRef {
  readonly property: string
}

/** Names one key; the span it begins goes by the same name. */
export interface KeyRef extends PropertyRef {
  readonly key: string
}

/** Makes ids not yet in use; handed in, so that the core keeps no chance of its own. */
export type MakeId = () => string

/** The keys meant of one property, by id. */
export interface KeysOfProperty {
  readonly ref: PropertyRef
  readonly keys: ReadonlySet<string>
}

const GROUPS = new WeakMap<readonly KeyRef[], ReadonlyMap<string, KeysOfProperty>>()

/** Key refs gathered by property (`scene/layer/property`), in order of first mention; the same for the same list. */
export function byProperty(refs: readonly KeyRef[]): ReadonlyMap<string, KeysOfProperty> {
  const known = GROUPS.get(refs)
  if (known) return known
  const groups = new Map<string, { ref: PropertyRef; keys: Set<string> }>()
  GROUPS.set(refs, groups)
  let group: { ref: PropertyRef; keys: Set<string> } | null = null
  for (const ref of refs) {
    const same =
      group?.ref.property === ref.property && group.ref.layer === ref.layer && group.ref.scene === ref.scene
    if (!group || !same) {
      const name = `${ref.scene}/${ref.layer}/${ref.property}`
      group = groups.get(name) ?? {
        ref: { scene: ref.scene, layer: ref.layer, property: ref.property },
        keys: new Set<string>(),
      }
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

export const LAYER_GONE = 'The layer to be edited is no longer there. Nothing was changed.'

/** The layer a ref names, to be written on. Throws BadEdit when it is gone. */
export function layerIn(draft: Draft<Project>, ref: { scene: string; layer: string }): Draft<Layer> {
  const { layers } = sceneIn(draft, ref.scene)
  const at = placeOf(layers, ref.layer)
  const layer = layers[at]
  if (!layer) throw new BadEdit(LAYER_GONE)
  if (isDraft(layer) || !Object.isFrozen(layer)) return layer
  // An edit put it in whole; one that goes on with it writes on a copy.
  layers[at] = { ...layer, properties: { ...layer.properties } }
  return layers[at]
}

/** The property a ref names; null when it is gone. */
export function findProperty(project: Project, ref: PropertyRef): Property | null {
  const scene = project.scenes.find((candidate) => candidate.id === ref.scene)
  const properties = scene?.layers[placeOf(scene.layers, ref.layer)]?.properties
  return properties && Object.hasOwn(properties, ref.property) ? properties[ref.property]! : null
}

const PLACES = new WeakMap<object, ReadonlyMap<string, number>>()

/**
 * Where a layer stands, −1 for nowhere. Where it stood before the edit under way is looked at first: to look through a
 * list that is being edited would make each of its layers a draft.
 */
export function placeOf(layers: readonly { readonly id: string }[], id: string): number {
  const known: typeof layers = isDraft(layers) ? original(layers as never)! : layers
  let places = PLACES.get(known)
  if (!places) PLACES.set(known, (places = new Map(known.map((layer, i) => [layer.id, i]))))
  const guess = places.get(id) ?? -1
  return layers[guess]?.id === id ? guess : layers.findIndex((candidate) => candidate.id === id)
}
