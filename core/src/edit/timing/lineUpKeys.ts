import type { Draft } from 'immer'
import type { Project } from '../../scene/index.ts'
import type { Ticks } from '../../time/index.ts'
import { BadEdit } from '../badEdit.ts'
import type { KeyRef } from '../refs.ts'
import { keyGroups, momentOf } from './alignKeys.ts'
import { moveKeys, type MoveReport } from './moveKeys.ts'

export interface LineUp {
  /** Moments in order of time, ticks: beats, markers. */
  readonly moments: readonly Ticks[]
  /** Each to the moment nearest to it, or one after another to those from the first on. */
  readonly how: 'nearest' | 'following'
}

/**
 * Slides the keys of each layer so that their first comes to one of some moments; spacing within a layer stays.
 * @throws BadEdit without moments, and where there are fewer of those than layers that follow each other
 */
export function lineUpKeys(
  draft: Draft<Project>,
  refs: readonly KeyRef[],
  { moments, how }: LineUp,
): MoveReport {
  if (moments.length === 0)
    throw new BadEdit('There are no beats or markers to line up with. Nothing was changed.')
  const groups = keyGroups(draft, refs, 'layer')
    .flatMap((group) => {
      const at = momentOf(draft, group, 'start')
      return at === null ? [] : [{ group, at }]
    })
    .sort((a, b) => a.at - b.at)
  const nearest = (time: number): Ticks =>
    moments.reduce((best, one) => (Math.abs(one - time) < Math.abs(best - time) ? one : best))
  const first = groups[0] ? moments.indexOf(nearest(groups[0].at)) : 0
  if (how === 'following' && first + groups.length > moments.length)
    throw new BadEdit(
      `There are ${moments.length - first} beats from there on, and ${groups.length} layers to come on them. Nothing was changed.`,
    )
  let replaced = 0
  groups.forEach(({ group, at }, i) => {
    const to = how === 'nearest' ? nearest(at) : moments[first + i]!
    replaced += moveKeys(draft, group, to - at).replaced
  })
  return { replaced }
}
