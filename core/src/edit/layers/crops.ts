import type { Draft } from 'immer'
import { clamp } from '../../number/index.ts'
import {
  CROP_SIDES,
  hasCrop,
  OPPOSITE_SIDE,
  type CropSide,
  type Layer,
  type Project,
} from '../../scene/index.ts'
import type { Ticks } from '../../time/index.ts'
import { BadEdit } from '../badEdit.ts'
import { currentValue } from '../currentValue.ts'
import { libraryIn, undrafted } from '../editProperty.ts'
import { setValueAt, type SetValueOptions } from '../keys/keys.ts'
import { layerTicks } from '../layerTicks.ts'
import { layerIn, type LayerRef } from '../refs.ts'

/** How much is cut off some sides, %. */
export type Crops = Readonly<Partial<Record<CropSide, number>>>

/**
 * Crops sides of a layer at a moment: what it shows stays where it is. Each goes from 0 to where it meets the side opposite
 * to it, which stays unless it is set as well.
 * @param time scene time
 * @throws BadEdit for a layer that is locked, or a sound
 */
export function setCrops(
  draft: Draft<Project>,
  ref: LayerRef,
  time: Ticks,
  { crops, ...options }: { readonly crops: Crops } & SetValueOptions,
): void {
  const { kind, name, properties } = undrafted<Layer>(layerIn(draft, ref))
  if (!hasCrop(kind)) throw new BadEdit(`“${name}” cannot be cropped: it is only heard. Nothing was changed.`)
  const moment = layerTicks(draft, ref, time)
  const library = libraryIn(draft)
  const now = (side: CropSide): number => currentValue(properties[`crop ${side}`]!, moment, library) as number
  for (const side of CROP_SIDES) {
    const wanted = crops[side]
    if (wanted === undefined) continue
    const [own, other] = [clamp(wanted, 0, 100), crops[OPPOSITE_SIDE[side]]]
    // Two that are set together give way alike where they would overlap.
    const both = own + clamp(other ?? 0, 0, 100)
    const value =
      other === undefined
        ? Math.min(own, 100 - clamp(now(OPPOSITE_SIDE[side]), 0, 100))
        : own * Math.min(1, 100 / Math.max(both, 1))
    setValueAt(draft, { ...ref, property: `crop ${side}` }, time, { ...options, value })
  }
}
