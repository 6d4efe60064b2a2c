import type { Draft } from 'immer'
import type { Project } from '../../scene/index.ts'
import { moveKeys, type MoveReport } from '../timing/moveKeys.ts'
import { stretchKeys, stretchOnto } from '../timing/stretchKeys.ts'
import { keysOfRun, runIn, type RunRef } from './runRef.ts'

/** What is brought together: starts or ends by sliding, both by stretching, lengths by stretching from where each starts. */
export type RunAlignment = 'starts' | 'ends' | 'both' | 'lengths'

/** Brings runs in time with another. Throws BadEdit for a locked layer or a key that is gone. */
export function alignRuns(
  draft: Draft<Project>,
  from: RunRef,
  onto: readonly RunRef[],
  alignment: RunAlignment,
): MoveReport {
  const { start, end } = runIn(draft, from).run
  let replaced = 0
  for (const ref of onto) {
    const read = runIn(draft, ref)
    const keys = keysOfRun(read)
    const { start: first, end: last } = read.run
    if (alignment === 'starts' || alignment === 'ends')
      replaced += moveKeys(draft, keys, alignment === 'starts' ? start - first : end - last).replaced
    else {
      const wanted = alignment === 'both' ? ([start, end] as const) : ([first, first + end - start] as const)
      replaced += stretchKeys(draft, keys, stretchOnto([first, last], wanted)).replaced
    }
  }
  return { replaced }
}
