import { byProperty, findProperty, type KeyRef } from '../edit/index.ts'
import type { Project } from '../scene/index.ts'

/**
 * Those of the given keys an edit has left; the same list when it left them all.
 * @param before the project before the edit, in which all of them stand
 */
export function standingKeys(refs: readonly KeyRef[], before: Project, after: Project): readonly KeyRef[] {
  const gone = new Map<string, ReadonlySet<string>>()
  for (const [lane, { ref, keys }] of byProperty(refs)) {
    const [old, now] = [findProperty(before, ref), findProperty(after, ref)]
    // Most edits leave the keys of a lane as many, and in their order.
    const same = old === now || old?.keys.every(({ id }, i) => now?.keys[i]?.id === id)
    if (same) continue
    const left = new Set(now?.keys.map(({ id }) => id))
    const lost = [...keys].filter((id) => !left.has(id))
    if (lost.length > 0) gone.set(lane, new Set(lost))
  }
  if (gone.size === 0) return refs
  return refs.filter((ref) => !gone.get(`${ref.scene}/${ref.layer}/${ref.property}`)?.has(ref.key))
}
