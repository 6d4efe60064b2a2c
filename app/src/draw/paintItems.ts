import type { Aperture, DrawItem, ItemMask } from '@arrow-bend/core/scene'
import type { Context2d } from './context2d.ts'
import { paintItem } from './paintItem.ts'
import { cutByMasks, paintThroughMasks } from './paintMasked.ts'
import type { PictureBook } from './pictureBook.ts'

export interface PaintItems {
  readonly pictures: PictureBook
  /** Device px a stage px. */
  readonly scale: number
  /** What is painted just beneath an item, by that one's place from the bottom. */
  readonly beneath?: { readonly index: number; readonly paint: () => void } | undefined
}

/** Paints items in their order, each through what it is seen through; in stage coordinates. Masks are not painted themselves. */
export function paintItems(
  context: Context2d,
  items: readonly DrawItem[],
  { pictures, scale, beneath }: PaintItems,
): void {
  let run: DrawItem[] = []
  const paintRun = (): void => {
    if (run.length > 0) paintAlike(context, run, { pictures, scale })
    run = []
  }
  items.forEach((item, index) => {
    if (run.length > 0 && run[0]!.masks !== item.masks) paintRun()
    if (beneath?.index === index) {
      paintRun()
      beneath.paint()
    }
    if (!item.isMask) run.push(item)
  })
  paintRun()
}

/** Paints items that are seen through the same masks. */
function paintAlike(context: Context2d, items: readonly DrawItem[], { pictures, scale }: PaintItems): void {
  // One whose eye is shut masks nothing.
  const masks = items[0]!.masks.filter(({ layer }) => layer.visible)
  if (masks.length === 0) paintUnmasked(context, items, { pictures, scale })
  else if (items.some(({ shown, opacity }) => shown && opacity > 0))
    paintMasked(context, items, { masks, pictures, scale })
}

function paintMasked(
  context: Context2d,
  items: readonly DrawItem[],
  { masks, pictures, scale }: PaintItems & { readonly masks: readonly ItemMask[] },
): void {
  context.save()
  const left = cutByMasks(context, masks)
  if (left.length === 0) paintUnmasked(context, items, { pictures, scale })
  else
    paintThroughMasks(context, left, {
      scale,
      pictures,
      paint: (on) => paintUnmasked(on, items, { pictures, scale }),
      paintMask: (on, { items: covering }) => {
        // What masks may be seen through others in turn.
        for (const item of covering as readonly DrawItem[]) paintAlike(on, [item], { pictures, scale })
      },
    })
  context.restore()
}

function paintUnmasked(
  context: Context2d,
  items: readonly DrawItem[],
  { pictures, scale }: PaintItems,
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
  for (const item of items) {
    if (item.aperture !== aperture) changeTo(item.aperture)
    paintItem(context, item, pictures, scale)
  }
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
