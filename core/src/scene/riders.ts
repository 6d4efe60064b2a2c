import type { Scene } from './document.ts'

/** The layers given and all that ride on them, however far up. */
export function withRiders(scene: Scene, ids: readonly string[]): ReadonlySet<string> {
  const parents = new Map(scene.layers.map(({ id, parent }) => [id, parent]))
  const found = new Set(ids)
  const rides = (id: string): boolean => {
    for (let at: string | null = id; at !== null; at = parents.get(at) ?? null) if (found.has(at)) return true
    return false
  }
  for (const { id } of scene.layers) if (rides(id)) found.add(id)
  return found
}
