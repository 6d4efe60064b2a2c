import type { Draft } from 'immer'
import { LIMITS, nameSchema, type Asset, type Layer, type Project } from '../scene/index.ts'
import { BadEdit } from './badEdit.ts'
import { layerIn, sceneIn, type MakeId } from './refs.ts'

/** A name fit to be stored, trimmed. Throws BadEdit with a sentence for an empty or overlong one. */
export function readName(text: string): string {
  const read = nameSchema.safeParse(text)
  if (read.success) return read.data
  if (text.trim() === '') throw new BadEdit('A name cannot be empty. The old one was kept.')
  throw new BadEdit(
    `That name has ${text.trim().length.toLocaleString('en')} characters; ${LIMITS.nameLength} is the most. The old one was kept.`,
  )
}

/** Puts a layer on top (or below the layer `under`). Throws BadEdit when the scene is full. */
export function addLayer(draft: Draft<Project>, sceneId: string, layer: Layer, index = 0): void {
  const scene = sceneIn(draft, sceneId)
  if (scene.layers.length >= LIMITS.layers) {
    throw new BadEdit(`A scene holds ${LIMITS.layers} layers at most. Nothing was added.`)
  }
  scene.layers.splice(index, 0, layer as Draft<Layer>)
}

/** Adds a picture to the project's assets unless it has it already. */
export function addAsset(draft: Draft<Project>, asset: Asset): void {
  if (!draft.assets.some((known) => known.id === asset.id)) draft.assets.push(asset as Draft<Asset>)
}

/** Takes layers away. What rode on them rides on what they rode on; children of a group go with it. */
export function removeLayers(draft: Draft<Project>, sceneId: string, ids: readonly string[]): void {
  const scene = sceneIn(draft, sceneId)
  const gone = new Set(ids)
  let grown = true
  while (grown) {
    grown = false
    for (const layer of scene.layers) {
      const above = scene.layers.find((candidate) => candidate.id === layer.parent)
      if (!gone.has(layer.id) && above?.kind === 'group' && gone.has(above.id)) {
        gone.add(layer.id)
        grown = true
      }
    }
  }
  const parents = new Map(scene.layers.map((layer) => [layer.id, layer.parent]))
  const standing = (id: string | null): string | null => {
    let at = id
    while (at !== null && gone.has(at)) at = parents.get(at) ?? null
    return at
  }
  scene.layers = scene.layers.filter((layer) => !gone.has(layer.id))
  for (const layer of scene.layers) layer.parent = standing(layer.parent)
}

/** Moves layers, in their present order, to stand before the layer now at `index` (top is 0). */
export function reorderLayers(
  draft: Draft<Project>,
  sceneId: string,
  ids: readonly string[],
  index: number,
): void {
  const scene = sceneIn(draft, sceneId)
  const moving = new Set(ids)
  const before = scene.layers.slice(0, index).filter((layer) => !moving.has(layer.id))
  const after = scene.layers.slice(index).filter((layer) => !moving.has(layer.id))
  scene.layers = [...before, ...scene.layers.filter((layer) => moving.has(layer.id)), ...after]
}

/** Renames a layer. Throws BadEdit for an empty or overlong name. */
export function renameLayer(
  draft: Draft<Project>,
  ref: { scene: string; layer: string },
  name: string,
): void {
  layerIn(draft, ref).name = readName(name)
}

/** Shows, hides, locks or unlocks a layer. */
export function switchLayer(
  draft: Draft<Project>,
  ref: { scene: string; layer: string },
  change: Partial<Pick<Layer, 'visible' | 'locked'>>,
): void {
  Object.assign(layerIn(draft, ref), change)
}

/** Puts a copy of a layer above it, with ids of its own. Returns the copy's id. */
export function duplicateLayer(
  draft: Draft<Project>,
  ref: { scene: string; layer: string },
  makeId: MakeId,
): string {
  const scene = sceneIn(draft, ref.scene)
  const index = scene.layers.findIndex((layer) => layer.id === ref.layer)
  const copy = JSON.parse(JSON.stringify(layerIn(draft, ref))) as Draft<Layer>
  copy.id = makeId()
  copy.name = `${copy.name.slice(0, LIMITS.nameLength - 5)} copy`
  for (const property of Object.values(copy.properties)) for (const key of property.keys) key.id = makeId()
  scene.layers.splice(index, 0, copy)
  return copy.id
}
