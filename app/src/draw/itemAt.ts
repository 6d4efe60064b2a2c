import { applyMatrix, invertMatrix, isWithin, type DrawItem } from '@arrow-bend/core/scene'
import type { Context2d } from './context2d.ts'
import { itemBounds } from './itemBounds.ts'
import { measuringContext } from './measuringContext.ts'
import { painterOf } from './painters/painters.ts'
import { clipToSeen, isIn, isWithinCrops, seenBox } from './seenBox.ts'
import type { PictureBook } from './pictureBook.ts'

type StagePoint = readonly [x: number, y: number]

/** Opacity, 0–255, from which on a pixel of a picture can be clicked. */
const LEAST_ALPHA = 8
/** How far beside a picture's opaque pixels a click still counts, px of the stage. */
const NEAR = 2

/** The topmost item under a stage point, locked and unseen ones passed over; null for none. */
export function itemAt(
  items: readonly DrawItem[],
  point: StagePoint,
  pictures: PictureBook,
): DrawItem | null {
  for (let i = items.length - 1; i >= 0; i -= 1) {
    const item = items[i]!
    if (takesClickAt(item, point, pictures)) return item
  }
  return null
}

/** Whether an item that is seen and not locked takes a click at a stage point. */
export function takesClickAt(item: DrawItem, point: StagePoint, pictures: PictureBook): boolean {
  return item.shown && !item.isMask && item.opacity > 0.02 && !item.use.locked && isOn(item, point, pictures)
}

/** Whether a stage point lies on what an item draws: within its outline or on its line; of a picture, on opaque pixels. */
function isOn(item: DrawItem, point: StagePoint, pictures: PictureBook): boolean {
  const inverse = invertMatrix(item.matrix)
  if (!inverse) return false
  // What is seen of a scene is what stands in it.
  if (item.kind === 'scene' || !isWithin(item.veils, ...point)) return false
  const [x, y] = applyMatrix(inverse, ...point)
  const box = itemBounds(item, pictures)
  const stroke = 'strokeWidth' in item ? item.strokeWidth : 0
  const reach = stroke / 2 + 2
  const isBeside =
    x < box.x - reach || y < box.y - reach || x > box.x + box.width + reach || y > box.y + box.height + reach
  if (isBeside || !isWithinCrops(item.veils, ...point, pictures)) return false
  const seen = seenBox(item, pictures)
  if (seen && !isIn(seen, [x, y])) return false
  if (item.kind === 'image' || item.kind === 'clip') return isOpaqueNear(item, point, pictures)
  const path = painterOf(item).path(item)
  // Between the letters of a word one is still on it.
  if (!path) return true
  const context = measuringContext()
  context.lineWidth = stroke + 4
  return context.isPointInPath(path, x, y) || context.isPointInStroke(path, x, y)
}

const SIDE = 2 * NEAR + 1
/** Where a few pixels of a picture are drawn to be looked at; read often, so it is not kept on a graphics card. */
let probe: Context2d | null = null

function isOpaqueNear(item: DrawItem, [x, y]: StagePoint, pictures: PictureBook): boolean {
  probe ??= new OffscreenCanvas(SIDE, SIDE).getContext('2d', { willReadFrequently: true })!
  probe.save()
  probe.clearRect(0, 0, SIDE, SIDE)
  probe.translate(SIDE / 2 - x, SIDE / 2 - y)
  const [a, b, c, d, e, f] = item.matrix
  probe.transform(a!, b!, c!, d!, e!, f!)
  clipToSeen(probe, item, pictures)
  painterOf(item).paint(probe, item, { pictures, scale: Math.hypot(a!, b!) })
  probe.restore()
  const { data } = probe.getImageData(0, 0, SIDE, SIDE)
  return data.some((part, i) => i % 4 === 3 && part >= LEAST_ALPHA)
}
