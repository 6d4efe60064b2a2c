import { applyMatrix, invertMatrix, outlineBounds, type Bounds, type DrawItem } from '@arrow-bend/core/scene'
import { itemPath, setFont } from './paintItem.ts'
import type { PictureBook } from './pictureBook.ts'

let measuring: CanvasRenderingContext2D | null = null
const measure = (): CanvasRenderingContext2D =>
  (measuring ??= document.createElement('canvas').getContext('2d')!)

/** The box of an item in its own coordinates, px. */
export function itemBounds(item: DrawItem, pictures: PictureBook): Bounds {
  if (item.layer.kind === 'text') {
    const context = measure()
    setFont(context, item)
    const { width } = context.measureText(item.text)
    return { x: -width / 2, y: -item.fontSize * 0.78, width, height: item.fontSize }
  }
  if (item.layer.kind === 'path' && item.outline) return outlineBounds(item.outline)
  const picture = item.layer.kind === 'image' ? pictures.pick(item.picture, 1) : null
  const [width, height] = picture ? [picture.width, picture.height] : [item.size[0]!, item.size[1]!]
  return { x: -width / 2, y: -height / 2, width, height }
}

/** The corners of an item's box on the stage, in order round it. */
export function itemCorners(item: DrawItem, pictures: PictureBook): [number, number][] {
  const { x, y, width, height } = itemBounds(item, pictures)
  return (
    [
      [x, y],
      [x + width, y],
      [x + width, y + height],
      [x, y + height],
    ] as const
  ).map(([px, py]) => applyMatrix(item.matrix, px, py))
}

/** The topmost item under a stage point, locked and unseen ones passed over; null for none. */
export function itemAt(
  items: readonly DrawItem[],
  point: readonly [number, number],
  pictures: PictureBook,
): DrawItem | null {
  for (let i = items.length - 1; i >= 0; i -= 1) {
    const item = items[i]!
    if (item.shown && item.opacity > 0.02 && !item.layer.locked && isInside(item, point, pictures))
      return item
  }
  return null
}

function isInside(
  item: DrawItem,
  [stageX, stageY]: readonly [number, number],
  pictures: PictureBook,
): boolean {
  const inverse = invertMatrix(item.matrix)
  if (!inverse) return false
  const [x, y] = applyMatrix(inverse, stageX, stageY)
  const box = itemBounds(item, pictures)
  const reach = item.strokeWidth / 2 + 2
  if (
    x < box.x - reach ||
    y < box.y - reach ||
    x > box.x + box.width + reach ||
    y > box.y + box.height + reach
  )
    return false
  const path = itemPath(item)
  if (!path) return true
  const context = measure()
  context.lineWidth = item.strokeWidth + 4
  return context.isPointInPath(path, x, y) || context.isPointInStroke(path, x, y)
}
