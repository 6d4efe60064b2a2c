import type { Layer, Scene } from '../document.ts'
import { isCopied } from './copying.ts'

/** The layers of a scene by the repeated group whose copies they are drawn in; null for those drawn once. */
export type Homes = ReadonlyMap<string | null, readonly Layer[]>

const HOMES = new WeakMap<Scene, Homes>()

/** Worked out once for a scene. */
export function homesOf(scene: Scene): Homes {
  const known = HOMES.get(scene)
  if (known) return known
  const layers = new Map(scene.layers.map((layer) => [layer.id, layer]))
  const homes = new Map<string | null, Layer[]>([[null, []]])
  for (const layer of scene.layers) {
    // What merely follows another layer stands on the scene.
    let at = layer.parent === null ? undefined : layers.get(layer.parent)
    while (at?.kind === 'group' && !isCopied(at)) at = at.parent === null ? undefined : layers.get(at.parent)
    const home = at?.kind === 'group' ? at.id : null
    const there = homes.get(home)
    if (there) there.push(layer)
    else homes.set(home, [layer])
  }
  HOMES.set(scene, homes)
  return homes
}

const MASKS = new WeakMap<Homes, ReadonlySet<string>>()

/** The layers that are masks of others, and so not drawn themselves: those whose eye is shut mask nothing. */
export function masksIn(homes: Homes): ReadonlySet<string> {
  const known = MASKS.get(homes)
  if (known) return known
  const found = new Set([...homes.values()].flat().flatMap(({ mask }) => (mask ? [mask.layer] : [])))
  MASKS.set(homes, found)
  return found
}
