import type { Layer, Scene } from './document.ts'
import { withRiders } from './riders.ts'

const HIDDEN = new WeakMap<Layer, Layer>()

function hidden(layer: Layer): Layer {
  const known = HIDDEN.get(layer)
  if (known) return known
  const made = { ...layer, visible: false }
  HIDDEN.set(layer, made)
  return made
}

/**
 * A scene that shows only some layers with what rides on them; groups they lie in stay, so that they are placed and
 * faded as ever. Layers hidden by themselves stay hidden.
 * @param solo none: the scene itself
 */
export function soloScene(scene: Scene, solo: readonly string[]): Scene {
  const there = solo.filter((id) => scene.layers.some((layer) => layer.id === id))
  if (there.length === 0) return scene
  const shown = new Set(withRiders(scene, there))
  const parents = new Map(scene.layers.map(({ id, parent }) => [id, parent]))
  for (const id of there)
    for (let at = parents.get(id) ?? null; at !== null; at = parents.get(at) ?? null) {
      if (scene.layers.find((layer) => layer.id === at)?.kind === 'group') shown.add(at)
    }
  // What they are seen through, too, or they would be whole.
  for (const { id, mask } of scene.layers) if (mask && shown.has(id)) shown.add(mask.layer)
  return { ...scene, layers: scene.layers.map((layer) => (shown.has(layer.id) ? layer : hidden(layer))) }
}
