import {
  applyMatrix,
  invertMatrix,
  LAYER_KIND_RECORDS,
  type Bounds,
  type DrawItem,
  type KindArt,
  type Measures,
} from '@arrow-bend/core/scene'
import type { Context2d } from './context2d.ts'
import { painterOf } from './painters/painters.ts'
import { setFont } from './painters/textPainter.ts'
import type { PictureBook } from './pictureBook.ts'

/** Made at first use, as no canvas is needed where nothing is measured. */
let measuring: Context2d | null = null
const measure = (): Context2d => (measuring ??= new OffscreenCanvas(1, 1).getContext('2d')!)

const measuresOf = (pictures: PictureBook): Measures => ({
  text: (text, font) => {
    const context = measure()
    setFont(context, font)
    return context.measureText(text).width
  },
  picture: (id) => pictures.pick(id, 1),
})

/** The box of an item in its own coordinates, px. */
export function itemBounds(item: DrawItem, pictures: PictureBook): Bounds {
  const art = LAYER_KIND_RECORDS[item.kind].art as KindArt<DrawItem>
  return art.bounds(item, measuresOf(pictures))
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
  const stroke = 'strokeWidth' in item ? item.strokeWidth : 0
  const reach = stroke / 2 + 2
  if (
    x < box.x - reach ||
    y < box.y - reach ||
    x > box.x + box.width + reach ||
    y > box.y + box.height + reach
  )
    return false
  const path = painterOf(item).path(item)
  if (!path) return true
  const context = measure()
  context.lineWidth = stroke + 4
  return context.isPointInPath(path, x, y) || context.isPointInStroke(path, x, y)
}
