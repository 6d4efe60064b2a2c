import type { Draft } from 'immer'
import { timedKeys, type Property } from '../../property/index.ts'
import type { Project } from '../../scene/index.ts'
import type { Ticks } from '../../time/index.ts'
import { BadEdit } from '../badEdit.ts'
import { undrafted } from '../editProperty.ts'
import { moveKeys, type MoveReport } from './moveKeys.ts'
import { byProperty, findProperty, sceneIn, type KeyRef } from '../refs.ts'
import { rangeOf } from './stretchKeys.ts'

/** What stays together when keys are put in order: all of a layer, or each lane by itself. */
export type KeyGrouping = 'layer' | 'lane'

/** Which moment of a group: its first key, its last, or its nth (1 is the first). */
export type GroupMoment = 'start' | 'end' | { readonly nth: number }

/** Keys gathered into what moves together, as layers are listed and in order of first mention within them. */
export function keyGroups(draft: Draft<Project>, refs: readonly KeyRef[], by: KeyGrouping): KeyRef[][] {
  const [any] = refs
  if (!any) return []
  const groups = new Map<string, KeyRef[]>()
  for (const ref of refs) {
    const name = by === 'layer' ? ref.layer : `${ref.layer}/${ref.property}`
    const group = groups.get(name)
    if (group) group.push(ref)
    else groups.set(name, [ref])
  }
  const listed = new Map(sceneIn(draft, any.scene).layers.map(({ id }, i) => [id, i]))
  return [...groups.values()].sort((a, b) => (listed.get(a[0]!.layer) ?? 0) - (listed.get(b[0]!.layer) ?? 0))
}

/** When a group's moment is, ticks; null when it has no such key. */
export function momentOf(draft: Draft<Project>, group: readonly KeyRef[], moment: GroupMoment): Ticks | null {
  if (typeof moment !== 'object') return rangeOf(draft, group)?.[moment === 'start' ? 0 : 1] ?? null
  const times = [...byProperty(group).values()].flatMap(({ ref, keys }) => {
    const property = undrafted<Property | null>(findProperty(draft, ref))
    return property ? timedKeys(property).flatMap(({ id, t }) => (keys.has(id) ? [t] : [])) : []
  })
  const distinct = [...new Set(times)].sort((a, b) => a - b)
  return distinct[moment.nth - 1] ?? null
}

/**
 * Slides each group so that one of its moments comes to a time; spacing within groups stays.
 * @param to that time; left out, the earliest of those moments (for `end` the latest)
 * @throws BadEdit when a group has no such key
 */
export function alignKeys(
  draft: Draft<Project>,
  refs: readonly KeyRef[],
  { by, moment, to }: { readonly by: KeyGrouping; readonly moment: GroupMoment; readonly to?: Ticks },
): MoveReport {
  const placed = keyGroups(draft, refs, by).map((group) => {
    const at = momentOf(draft, group, moment)
    if (at === null)
      throw new BadEdit('Not all of them have so many keys to be aligned by. Nothing was changed.')
    return { group, at }
  })
  const moments = placed.map(({ at }) => at)
  const target = to ?? (moment === 'end' ? Math.max(...moments) : Math.min(...moments))
  let replaced = 0
  for (const { group, at } of placed) replaced += moveKeys(draft, group, target - at).replaced
  return { replaced }
}

/**
 * Spaces groups out evenly: their starts stand at equal distances from the first to the last, in the order they have
 * now. Whole groups move; with fewer than three nothing does.
 */
export function distributeGroups(
  draft: Draft<Project>,
  refs: readonly KeyRef[],
  by: KeyGrouping,
): MoveReport {
  const placed = keyGroups(draft, refs, by)
    .flatMap((group) => {
      const at = momentOf(draft, group, 'start')
      return at === null ? [] : [{ group, at }]
    })
    .sort((a, b) => a.at - b.at)
  const last = placed.length - 1
  if (last < 2) return { replaced: 0 }
  const [from, to] = [placed[0]!.at, placed[last]!.at]
  let replaced = 0
  placed.forEach(({ group, at }, i) => {
    const wanted = Math.round(from + (i / last) * (to - from))
    replaced += moveKeys(draft, group, wanted - at).replaced
  })
  return { replaced }
}
