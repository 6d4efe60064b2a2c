import type { Draft } from 'immer'
import type { Project } from '../scene/index.ts'
import type { Ticks } from '../time/index.ts'
import { BadEdit } from './badEdit.ts'
import { sceneIn } from './refs.ts'

/** Sets the stretch that is played and looped, or clears it with null. Throws BadEdit when it would be empty. */
export function setPlayRange(
  draft: Draft<Project>,
  sceneId: string,
  range: readonly [from: Ticks, to: Ticks] | null,
): void {
  if (range && range[0] >= range[1])
    throw new BadEdit('A play range has to start before it ends. The old one was kept.')
  sceneIn(draft, sceneId).playRange = range ? [range[0], range[1]] : null
}
