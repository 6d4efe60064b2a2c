import type { Aperture, DrawItem } from '@arrow-bend/core/scene'
import type { Context2d } from './context2d.ts'
import { paintItem } from './paintItem.ts'
import type { PictureBook } from './pictureBook.ts'

export interface PaintItems {
  readonly pictures: PictureBook
  /** Device px a stage px. */
  readonly scale: number
  /** Called just before an item is painted, with its place from the bottom. */
  readonly beneath?: ((index: number) => void) | undefined
}

/** Paints items in their order, each through what it is seen through; in stage coordinates. */
export function paintItems(
  context: Context2d,
  items: readonly DrawItem[],
  { pictures, scale, beneath }: PaintItems,
): void {
  // What one frame cuts off lies together, so that it is cut once.
  let aperture: Aperture | null = null
  const changeTo = (next: Aperture | null): void => {
    if (aperture) context.restore()
    if (next) {
      context.save()
      cutOff(context, next)
    }
    aperture = next
  }
  items.forEach((item, index) => {
    if (item.aperture !== aperture) changeTo(item.aperture)
    beneath?.(index)
    paintItem(context, item, pictures, scale)
  })
  changeTo(null)
}

function cutOff(context: Context2d, { matrix, box, within }: Aperture): void {
  if (within) cutOff(context, within)
  const outline = new Path2D()
  const [x, y, width, height] = box as unknown as [number, number, number, number]
  outline.rect(x, y, width, height)
  const [a, b, c, d, e, f] = matrix as unknown as [number, number, number, number, number, number]
  const placed = new Path2D()
  placed.addPath(outline, { a, b, c, d, e, f })
  context.clip(placed)
}
