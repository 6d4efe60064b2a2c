import type { Draft } from 'immer'
import type { LayerMask, Project } from '../../scene/index.ts'
import type { Ticks } from '../../time/index.ts'
import { BadEdit } from '../badEdit.ts'
import { layerIn } from '../refs.ts'
import { followInPlace } from './parents.ts'

/**
 * Shows layers through another, which is not drawn itself any more; null: as they are. What cannot mask, or would come to mask
 * itself, the document's own check refuses.
 * @throws BadEdit for a locked layer
 */
export function setMask(
  draft: Draft<Project>,
  sceneId: string,
  ids: readonly string[],
  mask: Omit<LayerMask, 'follows'> | null,
): void {
  for (const id of ids) {
    const layer = layerIn(draft, { scene: sceneId, layer: id })
    if (layer.locked) throw new BadEdit(`“${layer.name}” is locked. Unlock it to change it.`)
    const travels = layer.mask?.follows === true && layer.mask.layer === mask?.layer
    if (mask) layer.mask = { ...mask, ...(travels ? { follows: true as const } : {}) }
    else delete layer.mask
  }
}

/**
 * Lets a mask travel along with what it masks, or stay put: at that moment nothing is seen to change, as position (all of its
 * route), turn and scale of the mask make up for it.
 * @throws BadEdit where there is no mask, it is locked, it would ride on itself, or what it masks is flattened to nothing then
 */
export function setMaskFollows(
  draft: Draft<Project>,
  ref: { readonly scene: string; readonly layer: string },
  { follows, time }: { readonly follows: boolean; readonly time: Ticks },
): void {
  const { mask, name, locked } = layerIn(draft, ref)
  if (!mask) throw new BadEdit(`“${name}” has no mask. Nothing was changed.`)
  if ((mask.follows === true) === follows) return
  const masking = layerIn(draft, { scene: ref.scene, layer: mask.layer })
  if (locked || masking.locked)
    throw new BadEdit(`“${locked ? name : masking.name}” is locked. Unlock it to change it.`)
  followInPlace(draft, ref.scene, [mask.layer], { parent: follows ? ref.layer : null, time })
  if (follows) layerIn(draft, ref).mask!.follows = true
}
