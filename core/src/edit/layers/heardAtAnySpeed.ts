import type { Draft } from 'immer'
import type { Project } from '../../scene/index.ts'
import { BadEdit } from '../badEdit.ts'
import { layerIn } from '../refs.ts'

/**
 * Lets clips and sounds be heard at any speed, their pitch going with it, or only as they were recorded.
 * @throws BadEdit for a locked layer, and for one of a kind that is not heard
 */
export function setHeardAtAnySpeed(
  draft: Draft<Project>,
  sceneId: string,
  ids: readonly string[],
  isHeard: boolean,
): void {
  for (const id of ids) {
    const layer = layerIn(draft, { scene: sceneId, layer: id })
    if (layer.locked) throw new BadEdit(`“${layer.name}” is locked. Unlock it to change it.`)
    if (layer.kind !== 'clip' && layer.kind !== 'sound')
      throw new BadEdit(`“${layer.name}” is not heard: it is no clip and no sound. Nothing was changed.`)
    if (isHeard) layer.heardAtAnySpeed = true
    else delete layer.heardAtAnySpeed
  }
}
