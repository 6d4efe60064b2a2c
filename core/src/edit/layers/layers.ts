import type { Draft } from 'immer'
import {
  LIMITS,
  nameSchema,
  type Asset,
  type Layer,
  type LayerLabel,
  type Project,
  type Scene,
} from '../../scene/index.ts'
import { BadEdit } from '../badEdit.ts'
import { layerIn, sceneIn, type MakeId } from '../refs.ts'

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

/** Layers, and what is in those of them that are groups, at any depth: they go together. */
export function layersGoneWith({ layers }: Scene, ids: readonly string[]): ReadonlySet<string> {
  const groups = new Map(layers.flatMap((layer) => (layer.kind === 'group' ? [[layer.id, layer]] : [])))
  const gone = new Set(ids)
  const isGone = ({ id, parent }: Layer): boolean => {
    const above = parent === null ? undefined : groups.get(parent)
    return gone.has(id) || (above !== undefined && isGone(above))
  }
  return new Set(layers.filter(isGone).map(({ id }) => id))
}

/**
 * Takes layers away. What rode on them rides on what they rode on; children of a group go with it; what was seen through them
 * is shown whole.
 * @returns the names of these last
 * @throws BadEdit where one of those that would go is locked
 */
export function removeLayers(draft: Draft<Project>, sceneId: string, ids: readonly string[]): string[] {
  const scene = sceneIn(draft, sceneId)
  const gone = layersGoneWith(scene as Scene, ids)
  const locked = scene.layers.find((layer) => layer.locked && gone.has(layer.id))
  if (locked) throw new BadEdit(`“${locked.name}” is locked. Unlock it to remove it. Nothing was removed.`)
  const parents = new Map(scene.layers.map((layer) => [layer.id, layer.parent]))
  const standing = (id: string | null): string | null => {
    let at = id
    while (at !== null && gone.has(at)) at = parents.get(at) ?? null
    return at
  }
  scene.layers = scene.layers.filter((layer) => !gone.has(layer.id))
  return scene.layers.flatMap((layer) => {
    layer.parent = standing(layer.parent)
    if (!layer.mask || !gone.has(layer.mask.layer)) return []
    delete layer.mask
    return [layer.name]
  })
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

/** Shows, hides, locks, unlocks or labels layers; a label of null takes the label away. */
export function switchLayers(
  draft: Draft<Project>,
  sceneId: string,
  ids: readonly string[],
  { label, ...change }: Partial<Pick<Layer, 'visible' | 'locked'>> & { readonly label?: LayerLabel | null },
): void {
  for (const id of ids) {
    const layer = layerIn(draft, { scene: sceneId, layer: id })
    Object.assign(layer, change)
    if (label === null) delete layer.label
    else if (label) layer.label = label
  }
}

/**
 * Puts copies of layers above the topmost of them, in their order and with ids of their own; what is in a group is
 * copied with it. Copies ride on copies where what they rode on is copied too.
 * @returns the ids of the copies of the layers asked for, in the order asked
 * @throws BadEdit for a layer that is gone, or when the scene is full
 */
export function duplicateLayers(
  draft: Draft<Project>,
  sceneId: string,
  ids: readonly string[],
  makeId: MakeId,
): string[] {
  const scene = sceneIn(draft, sceneId)
  const wanted = new Set(ids)
  const parents = new Map(scene.layers.map((layer) => [layer.id, layer]))
  const isCopied = (layer: Draft<Layer>): boolean => {
    if (wanted.has(layer.id)) return true
    const above = layer.parent === null ? undefined : parents.get(layer.parent)
    return above?.kind === 'group' && isCopied(above)
  }
  const copied = scene.layers.filter(isCopied)
  if (scene.layers.length + copied.length > LIMITS.layers)
    throw new BadEdit(`A scene holds ${LIMITS.layers} layers at most. Nothing was added.`)
  const idOf = new Map(copied.map((layer) => [layer.id, makeId()]))
  const copies = copied.map((layer) => copyOf(layer, idOf, makeId))
  const top = scene.layers.findIndex(isCopied)
  if (top >= 0) scene.layers.splice(top, 0, ...copies)
  return ids.map((id) => idOf.get(layerIn(draft, { scene: sceneId, layer: id }).id)!)
}

function copyOf(layer: Draft<Layer>, idOf: ReadonlyMap<string, string>, makeId: MakeId): Draft<Layer> {
  const copy = withOwnIds(layer, idOf, makeId)
  copy.name = `${copy.name.slice(0, LIMITS.nameLength - 5)} copy`
  return copy
}

/**
 * A layer as it is, but with ids of its own.
 * @param idOf the new ids of layers by their old ones; it rides on what is not among them as before
 */
export function withOwnIds(
  layer: Draft<Layer>,
  idOf: ReadonlyMap<string, string>,
  makeId: MakeId,
): Draft<Layer> {
  const copy = JSON.parse(JSON.stringify(layer)) as Draft<Layer>
  copy.id = idOf.get(layer.id)!
  if (copy.parent !== null) copy.parent = idOf.get(copy.parent) ?? copy.parent
  if (copy.mask) {
    const through = idOf.get(copy.mask.layer)
    // A mask travels along with one layer only.
    if (through === undefined) delete copy.mask.follows
    else copy.mask.layer = through
  }
  for (const property of Object.values(copy.properties)) for (const key of property.keys) key.id = makeId()
  return copy
}
