import type { Draft } from 'immer'
import type { Project } from '../scene/index.ts'
import { BadEdit } from './badEdit.ts'
import { layerIn, sceneIn } from './refs.ts'

/**
 * Lets layers ride on another (a group, or any layer they follow), or on nothing.
 * @throws BadEdit for a layer that is gone or locked, or when one would come to ride on itself
 */
export function setParent(
  draft: Draft<Project>,
  sceneId: string,
  ids: readonly string[],
  parent: string | null,
): void {
  const scene = sceneIn(draft, sceneId)
  const parents = new Map(scene.layers.map((layer) => [layer.id, layer.parent]))
  const above = parent === null ? null : layerIn(draft, { scene: sceneId, layer: parent })
  for (const id of ids) {
    const layer = layerIn(draft, { scene: sceneId, layer: id })
    if (layer.locked) throw new BadEdit(`“${layer.name}” is locked. Unlock it to change it.`)
    for (let at = parent; at !== null; at = parents.get(at) ?? null) {
      if (at !== id) continue
      const why = parent === id ? 'itself' : `“${above!.name}”, which rides on it already`
      throw new BadEdit(`“${layer.name}” cannot ride on ${why}. Nothing was changed.`)
    }
    layer.parent = parent
    parents.set(id, parent)
  }
}

/** Turns a layer with the direction of its route, by `degrees` more; null: it does not turn with it. */
export function setTurnAlongRoute(
  draft: Draft<Project>,
  ref: { readonly scene: string; readonly layer: string },
  degrees: number | null,
): void {
  const layer = layerIn(draft, ref)
  if (layer.locked) throw new BadEdit(`“${layer.name}” is locked. Unlock it to change it.`)
  if (degrees === null) delete layer.turnAlongRoute
  else if (Number.isFinite(degrees)) layer.turnAlongRoute = degrees
  else throw new BadEdit('An angle has to be a number. The old one was kept.')
}
