import { isAffected, isFilling, type DrawItem, type MaskVeil, type Veil } from '@arrow-bend/core/scene'
import type { Context2d } from './context2d.ts'
import { drawnBox } from './drawnBox.ts'
import { painterOf } from './painters/painters.ts'
import type { PictureBook } from './pictureBook.ts'
import { isCropped } from './seenBox.ts'
import { BLUR_REACH, MOST_ROOM, withSheet } from './sheets.ts'

interface PaintMasked {
  readonly pictures: PictureBook
  /** Device px a stage px. */
  readonly scale: number
  /** Paints what is masked, in stage coordinates. */
  readonly paint: (on: Context2d) => void
  /** Paints what masks it, in stage coordinates. */
  readonly paintMask: (on: Context2d) => void
  /** What a mask is itself seen through. */
  readonly veilsOf: (item: { readonly veils: readonly Veil[] }) => readonly Veil[]
}

/** Paints something multiplied by what a mask covers. The context's transform must be the stage's. */
export function paintMasked(context: Context2d, mask: MaskVeil, painting: PaintMasked): void {
  // A path cuts by far the quickest, where it does.
  const outline = outlineOf(mask, painting)
  if (!outline) {
    paintThroughSheet(context, mask, painting)
    return
  }
  context.save()
  if (mask.inverted) addAllSeen(outline, context)
  context.clip(outline, mask.inverted ? 'evenodd' : 'nonzero')
  painting.paint(context)
  context.restore()
}

/** All that a context's canvas shows, in its present coordinates; not more, as large numbers blur a path's edge. */
function addAllSeen(outline: Path2D, context: Context2d): void {
  const { width, height } = context.canvas
  const all = new Path2D()
  all.rect(-1, -1, width + 2, height + 2)
  outline.addPath(all, context.getTransform().inverse())
}

/** A mask as a path of the stage; null where it is soft, see-through, or no path. */
function outlineOf({ items, feather }: MaskVeil, { veilsOf }: PaintMasked): Path2D | null {
  const item = items[0] as DrawItem | undefined
  if (
    !item ||
    items.length !== 1 ||
    feather > 0 ||
    item.opacity < 1 ||
    veilsOf(item).length > 0 ||
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

function paintThroughSheet(context: Context2d, mask: MaskVeil, painting: PaintMasked): void {
  const { scale, paint, paintMask } = painting
  const stage = context.getTransform()
  const { x, y, width, height } = regionOf(context, mask, painting)
  if (!(width > 0 && height > 0)) return
  const toSheet = new DOMMatrix([stage.a, stage.b, stage.c, stage.d, stage.e - x, stage.f - y])
  withSheet(width, height, (sheet) => {
    sheet.setTransform(toSheet)
    paint(sheet)
    withSheet(width, height, (cover) => {
      cover.setTransform(toSheet)
      paintMask(cover)
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

/** What of a canvas is painted on, px of it: no more than the mask leaves, with room for what blurs over its edges. */
function regionOf(
  context: Context2d,
  { items, inverted, feather }: MaskVeil,
  { pictures, scale }: Pick<PaintMasked, 'pictures' | 'scale'>,
): Region {
  const room = Math.ceil(Math.min((feather / 2) * scale * BLUR_REACH, MOST_ROOM)) + 1
  const { width, height } = context.canvas
  const [left, top, right, bottom] = inverted
    ? [0, 0, width, height]
    : drawnBox(items as readonly DrawItem[], { stage: context.getTransform(), pictures })
  const [x, y] = [Math.floor(Math.max(0, left)) - room, Math.floor(Math.max(0, top)) - room]
  return {
    x,
    y,
    width: Math.ceil(Math.min(right, width)) + room - x,
    height: Math.ceil(Math.min(bottom, height)) + room - y,
  }
}
