import { croppedBox, type Bounds, type DrawItem } from '@arrow-bend/core/scene'
import type { Context2d } from './context2d.ts'
import { itemBounds } from './itemBounds.ts'
import type { PictureBook } from './pictureBook.ts'

/** So far beyond its box nothing is drawn, px. */
const FAR = 100_000

export const isCropped = ({ crop }: Pick<DrawItem, 'crop'>): boolean => crop.some((percent) => percent > 0)

/** The box an item is cropped in, its line with it, in its own coordinates. */
export function cropBox(item: DrawItem, pictures: PictureBook): Bounds {
  const { x, y, width, height } = itemBounds(item, pictures)
  const beyond = 'strokeWidth' in item ? item.strokeWidth / 2 : 0
  return { x: x - beyond, y: y - beyond, width: width + 2 * beyond, height: height + 2 * beyond }
}

/** What of an item its crop leaves, in its own coordinates; open at the sides that are not cropped. Null for all of it. */
export function seenBox(item: DrawItem, pictures: PictureBook): Bounds | null {
  if (!isCropped(item)) return null
  const box = croppedBox(item.crop, cropBox(item, pictures))!
  const [left, right, top, bottom] = [...item.crop].map((percent) => (percent > 0 ? 0 : FAR)) as [
    number,
    number,
    number,
    number,
  ]
  return {
    x: box.x - left,
    y: box.y - top,
    width: box.width + left + right,
    height: box.height + top + bottom,
  }
}

/** Keeps what is painted to what an item's crop leaves. The context's transform must be the item's. */
export function clipToSeen(context: Context2d, item: DrawItem, pictures: PictureBook): void {
  const seen = seenBox(item, pictures)
  if (!seen) return
  context.beginPath()
  context.rect(seen.x, seen.y, seen.width, seen.height)
  context.clip()
}
