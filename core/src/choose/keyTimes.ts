import { byProperty, findProperty, type KeyRef } from '../edit/index.ts'
import type { Project } from '../scene/index.ts'

/** The moments keys stand at, each once, in order, ticks; keys that are gone are left out. */
export function keyTimes(project: Project, refs: readonly KeyRef[]): number[] {
  const times = new Set<number>()
  for (const { ref, keys } of byProperty(refs).values())
    for (const { id, t } of findProperty(project, ref)?.keys ?? []) if (keys.has(id)) times.add(t)
  return [...times].sort((a, b) => a - b)
}
