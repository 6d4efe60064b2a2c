import { byProperty, type KeyRef } from '../edit/index.ts'
import type { Key } from '../property/index.ts'
import type { Layer, Project } from '../scene/index.ts'

/**
 * Those of the given keys an edit has left; the same list when it left them all.
 * @param before the project before the edit, in which all of them stand
 */
export function standingKeys(refs: readonly KeyRef[], before: Project, after: Project): readonly KeyRef[] {
  const gone = new Map<string, ReadonlySet<string>>()
  const [olds, nows] = [layersOf(before), layersOf(after)]
  for (const [lane, { ref, keys }] of byProperty(refs)) {
    const name = `${ref.scene}/${ref.layer}`
    const [layer, left] = [olds.get(name), nows.get(name)]
    if (layer === left) continue
    const [old, now] = [layer?.properties[ref.property], left?.properties[ref.property]]
    // Most edits leave the keys of a lane as many, and in their order.
    if (old === now || (old && now && startsAlike(old.keys, now.keys))) continue
    const ids = new Set(now?.keys.map(({ id }) => id))
    const lost = [...keys].filter((id) => !ids.has(id))
    if (lost.length > 0) gone.set(lane, new Set(lost))
  }
  if (gone.size === 0) return refs
  return refs.filter((ref) => !gone.get(`${ref.scene}/${ref.layer}/${ref.property}`)?.has(ref.key))
}

/** Whether a list of keys begins with all keys of another. */
function startsAlike(old: readonly Key[], now: readonly Key[]): boolean {
  for (let i = 0; i < old.length; i += 1) if (old[i]!.id !== now[i]?.id) return false
  return true
}

/** All layers of a project, by `scene/layer`. */
function layersOf({ scenes }: Project): ReadonlyMap<string, Layer> {
  return new Map(scenes.flatMap(({ id, layers }) => layers.map((layer) => [`${id}/${layer.id}`, layer])))
}
