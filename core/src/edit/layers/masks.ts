import type { Draft } from 'immer'
import { checkMasks, type Layer, type Project } from '../../scene/index.ts'
import type { Ticks } from '../../time/index.ts'
import { BadEdit } from '../badEdit.ts'
import { layerIn, sceneIn, type LayerRef } from '../refs.ts'
import { followInPlace } from './parents.ts'

/**
 * Shows layers through another, which is not drawn itself any more; null: as they are. How its edge is stays.
 * @throws BadEdit for a locked layer, for what cannot mask, and where something would come to mask itself
 */
export function setMask(
  draft: Draft<Project>,
  sceneId: string,
  ids: readonly string[],
  through: string | null,
): void {
  for (const id of ids) {
    const layer = layerIn(draft, { scene: sceneId, layer: id })
    if (layer.locked) throw new BadEdit(`“${layer.name}” is locked. Unlock it to change it.`)
    if (through === null) delete layer.mask
    else if (layer.mask?.layer !== through) {
      layer.mask = { ...layer.mask, layer: through }
      // The one before travelled along.
      delete layer.mask.follows
    }
  }
  const { layers } = sceneIn(draft, sceneId)
  checkMasks(layers as readonly Layer[], ([, i], why) => {
    throw new BadEdit(
      `“${layers[i as number]!.name}” cannot be seen through that: ${why}. Nothing was changed.`,
    )
  })
}

/** How a mask covers. */
export interface MaskEdge {
  /** Seen where it covers nothing. */
  readonly inverted?: boolean
  /** How soft its edge is, px; below 0 is 0. */
  readonly feather?: number
}

/** Changes how a layer's mask covers. @throws BadEdit where it has none, or is locked */
export function setMaskEdge(draft: Draft<Project>, ref: LayerRef, { inverted, feather }: MaskEdge): void {
  const { mask, name, locked } = layerIn(draft, ref)
  if (!mask) throw new BadEdit(`“${name}” has no mask. Nothing was changed.`)
  if (locked) throw new BadEdit(`“${name}” is locked. Unlock it to change it.`)
  if (inverted) mask.inverted = true
  else if (inverted === false) delete mask.inverted
  if (feather === undefined) return
  if (feather > 0) mask.feather = feather
  else delete mask.feather
}

/**
 * Lets a mask travel along with what it masks, or stay put: at that moment nothing is seen to change, as position (all of its
 * route), turn and scale of the mask make up for it.
 * @throws BadEdit where there is no mask, it is locked, it would ride on itself, or what it masks is flattened to nothing then
 */
export function setMaskFollows(
  draft: Draft<Project>,
  ref: LayerRef,
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
