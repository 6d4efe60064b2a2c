import {
  applyMatrix,
  cropBox as cropBoxOf,
  groupBox,
  invertMatrix,
  openedBox,
  type Bounds,
  type CropVeil,
  type DrawItem,
  type Veil,
} from '@arrow-bend/core/scene'
import type { Context2d } from './context2d.ts'
import { measuresOf } from './itemBounds.ts'
import type { PictureBook } from './pictureBook.ts'

export const isCropped = ({ crop }: Pick<DrawItem, 'crop'>): boolean => crop.some((percent) => percent > 0)

/** The box an item is cropped in, its line with it, in its own coordinates. */
export const cropBox = (item: DrawItem, pictures: PictureBook): Bounds =>
  cropBoxOf(item, measuresOf(pictures))

/** What of an item its crop leaves, in its own coordinates; open at the sides that are not cropped. Null for all of it. */
export function seenBox(item: DrawItem, pictures: PictureBook): Bounds | null {
  return isCropped(item) ? openedBox(item.crop, cropBox(item, pictures)) : null
}

/** The same of all that stands in a group that is cropped, in the group's coordinates. */
export function seenBoxOf({ crop, items, matrix }: CropVeil, pictures: PictureBook): Bounds | null {
  if (!isCropped({ crop })) return null
  const box = groupBox(items, matrix, measuresOf(pictures))
  return box && openedBox(crop, box)
}

/** Whether no crop of a group among some veils cuts off a point of the stage. */
export function isWithinCrops(veils: readonly Veil[], x: number, y: number, pictures: PictureBook): boolean {
  return veils.every((veil) => {
    if (veil.kind !== 'crop') return true
    const seen = seenBoxOf(veil, pictures)
    const inverse = seen && invertMatrix(veil.matrix)
    return !inverse || isIn(seen, applyMatrix(inverse, x, y))
  })
}

export const isIn = ({ x, y, width, height }: Bounds, [px, py]: readonly [number, number]): boolean =>
  px >= x && py >= y && px <= x + width && py <= y + height

/** Keeps what is painted to what an item's crop leaves. The context's transform must be the item's. */
export function clipToSeen(context: Context2d, item: DrawItem, pictures: PictureBook): void {
  const seen = seenBox(item, pictures)
  if (!seen) return
  context.beginPath()
  context.rect(seen.x, seen.y, seen.width, seen.height)
  context.clip()
}
