import { isAffected, isFilling, type DrawItem, type ItemMask } from '@arrow-bend/core/scene'
import type { Context2d } from './context2d.ts'
import { itemCorners } from './itemBounds.ts'
import { painterOf } from './painters/painters.ts'
import type { PictureBook } from './pictureBook.ts'
import { isCropped } from './seenBox.ts'
import { BLUR_REACH, MITRE, MOST_ROOM, reachOf, withSheet } from './sheets.ts'

/**
 * Cuts by those masks that are plain shapes, sharp and opaque: a path does it, which is by far the quickest.
 * @returns the others
 */
export function cutByMasks(context: Context2d, masks: readonly ItemMask[]): ItemMask[] {
  return masks.filter((mask) => {
    const outline = outlineOf(mask)
    if (!outline) return true
    if (mask.inverted) addAllSeen(outline, context)
    context.clip(outline, mask.inverted ? 'evenodd' : 'nonzero')
    return false
  })
}

/** All that a context's canvas shows, in its present coordinates; not more, as large numbers blur a path's edge. */
function addAllSeen(outline: Path2D, context: Context2d): void {
  const { width, height } = context.canvas
  const all = new Path2D()
  all.rect(-1, -1, width + 2, height + 2)
  outline.addPath(all, context.getTransform().inverse())
}

/** A mask as a path of the stage; null where it is soft, see-through, or no path. */
function outlineOf({ items, feather }: ItemMask): Path2D | null {
  const item = items[0] as DrawItem | undefined
  if (
    !item ||
    items.length !== 1 ||
    feather > 0 ||
    item.opacity < 1 ||
    item.masks.length > 0 ||
    isAffected(item.effects) ||
    isCropped(item)
  )
    return null
  const made = new Path2D()
  if (!item.shown) return made
  if (!('strokeWidth' in item) || item.fill[3]! < 1 || isFilling(item.gradient)) return null
  if (item.strokeWidth > 0 && item.stroke[3]! > 0) return null
  const path = painterOf(item).path(item)
  if (!path) return null
  const [a, b, c, d, e, f] = item.matrix as unknown as [number, number, number, number, number, number]
  made.addPath(path, { a, b, c, d, e, f })
  return made
}

interface PaintThrough {
  readonly pictures: PictureBook
  /** Device px a stage px. */
  readonly scale: number
  /** Paints what is masked, in stage coordinates. */
  readonly paint: (on: Context2d) => void
  readonly paintMask: (on: Context2d, mask: ItemMask) => void
}

/** Paints something multiplied by what masks cover. The context's transform must be the stage's. */
export function paintThroughMasks(
  context: Context2d,
  masks: readonly ItemMask[],
  { pictures, scale, paint, paintMask }: PaintThrough,
): void {
  const stage = context.getTransform()
  const { x, y, width, height } = regionOf(context, masks, { pictures, scale })
  if (width <= 0 || height <= 0) return
  const toSheet = new DOMMatrix([stage.a, stage.b, stage.c, stage.d, stage.e - x, stage.f - y])
  withSheet(width, height, (sheet) => {
    sheet.setTransform(toSheet)
    paint(sheet)
    for (const mask of masks)
      withSheet(width, height, (cover) => {
        cover.setTransform(toSheet)
        paintMask(cover, mask)
        sheet.save()
        sheet.resetTransform()
        sheet.globalAlpha = 1
        sheet.globalCompositeOperation = mask.inverted ? 'destination-out' : 'destination-in'
        if (mask.feather > 0) sheet.filter = `blur(${(mask.feather / 2) * scale}px)`
        sheet.drawImage(cover.canvas, 0, 0, width, height, 0, 0, width, height)
        sheet.restore()
      })
    context.save()
    context.resetTransform()
    context.drawImage(sheet.canvas, 0, 0, width, height, x, y, width, height)
    context.restore()
  })
}

interface Region {
  readonly x: number
  readonly y: number
  readonly width: number
  readonly height: number
}

/** What of a canvas is painted on, px of it: no more than the masks leave, with room for what blurs over its edges. */
function regionOf(
  context: Context2d,
  masks: readonly ItemMask[],
  { pictures, scale }: Pick<PaintThrough, 'pictures' | 'scale'>,
): Region {
  const reach = Math.max(...masks.map(({ feather }) => (feather / 2) * scale * BLUR_REACH))
  const room = Math.ceil(Math.min(reach, MOST_ROOM)) + 1
  const { width, height } = context.canvas
  const [left, top, right, bottom] = masks
    .filter(({ inverted }) => !inverted)
    .map((mask) => boxOf(mask, context.getTransform(), pictures))
    .reduce(
      ([l, t, r, b], box) => [
        Math.max(l, box[0]),
        Math.max(t, box[1]),
        Math.min(r, box[2]),
        Math.min(b, box[3]),
      ],
      [0, 0, width, height],
    )
  const [x, y] = [Math.floor(left) - room, Math.floor(top) - room]
  return { x, y, width: Math.ceil(right) + room - x, height: Math.ceil(bottom) + room - y }
}

type Box = [left: number, top: number, right: number, bottom: number]

/** The box round what a mask covers, px of the canvas. */
function boxOf({ items }: ItemMask, stage: DOMMatrix, pictures: PictureBook): Box {
  const corners = (items as readonly DrawItem[]).flatMap((item) => {
    const stroke = 'strokeWidth' in item ? item.strokeWidth : 0
    const reach = (stroke * MITRE + reachOf(item.effects)) * Math.hypot(item.matrix[0]!, item.matrix[1]!)
    return itemCorners(item, pictures).flatMap(([x, y]) =>
      [-reach, reach].map((by) => stage.transformPoint({ x: x + by, y: y + by })),
    )
  })
  const [xs, ys] = [corners.map(({ x }) => x), corners.map(({ y }) => y)]
  return [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)]
}
