import { byProperty, type KeyRef, type KeysOfProperty } from '../edit/index.ts'
import { timedKeys, type Key, type Property } from '../property/index.ts'
import type { Layer, Project } from '../scene/index.ts'

/**
 * Those of the given keys an edit has left; the same list when it left them all.
 * @param before the project before the edit, in which all of them stand
 */
export function standingKeys(refs: readonly KeyRef[], before: Project, after: Project): readonly KeyRef[] {
  const gone = new Map<string, ReadonlySet<string>>()
  for (const { lane, keys, now } of changedLanes(refs, before, after)) {
    const ids = new Set(now?.keys.map(({ id }) => id))
    const lost = [...keys].filter((id) => !ids.has(id))
    if (lost.length > 0) gone.set(lane, new Set(lost))
  }
  if (gone.size === 0) return refs
  return refs.filter((ref) => !gone.get(laneOf(ref))?.has(ref.key))
}

/**
 * The given spans as they go by after an edit: one whose two keys changed places goes by the other of them, one whose key
 * is gone, or ends the lane, is left out. The same list when all are as they were.
 * @param refs spans by the keys they begin at
 */
export function standingSpans(refs: readonly KeyRef[], before: Project, after: Project): readonly KeyRef[] {
  const renamed = new Map<string, ReadonlyMap<string, string | null>>()
  for (const { lane, keys, old, now } of changedLanes(refs, before, after)) {
    const [was, is] = [timesOf(old), timesOf(now)]
    const places = new Map(is.map(({ id }, i) => [id, i]))
    const names = new Map<string, string | null>()
    was.forEach(({ id }, i) => {
      if (!keys.has(id)) return
      const [place, next] = [places.get(id), places.get(was[i + 1]?.id ?? '')]
      const isTurned = place !== undefined && next === place - 1
      if (isTurned) names.set(id, was[i + 1]!.id)
      else if (place === undefined || place === is.length - 1) names.set(id, null)
    })
    if (names.size > 0) renamed.set(lane, names)
  }
  if (renamed.size === 0) return refs
  return refs.flatMap((ref) => {
    const key = renamed.get(laneOf(ref))?.get(ref.key)
    return key === undefined ? [ref] : key === null ? [] : [{ ...ref, key }]
  })
}

interface ChangedLane extends KeysOfProperty {
  readonly lane: string
  readonly old: Property | undefined
  readonly now: Property | undefined
}

const laneOf = ({ scene, layer, property }: KeyRef): string => `${scene}/${layer}/${property}`
const timesOf = (property: Property | undefined): readonly Key[] => (property ? timedKeys(property) : [])

/** The lanes of refs in which an edit has taken keys away, added some or changed their order. */
function changedLanes(refs: readonly KeyRef[], before: Project, after: Project): ChangedLane[] {
  const [olds, nows] = [layersOf(before), layersOf(after)]
  return [...byProperty(refs)].flatMap(([lane, { ref, keys }]) => {
    const name = `${ref.scene}/${ref.layer}`
    const [layer, left] = [olds.get(name), nows.get(name)]
    if (layer === left) return []
    const [old, now] = [layer?.properties[ref.property], left?.properties[ref.property]]
    // Most edits leave the keys of a lane as many, and in their order.
    if (old === now || (old && now && startsAlike(old.keys, now.keys))) return []
    return [{ lane, ref, keys, old, now }]
  })
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
