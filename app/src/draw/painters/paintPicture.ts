import type { Bounds } from '@arrow-bend/core/scene'
import type { Context2d } from '../context2d.ts'

export interface PictureToPaint {
  readonly source: ImageBitmap
  /** px */
  readonly width: number
  readonly height: number
}

/** Paints a picture about its middle. @param seenOf what is left of its box where it is cropped */
export function paintPicture(
  context: Context2d,
  { source, width, height }: PictureToPaint,
  seenOf: (box: Bounds) => Bounds | null,
): void {
  const box = { x: -width / 2, y: -height / 2, width, height }
  const seen = seenOf(box)
  if (seen) {
    context.beginPath()
    context.rect(seen.x, seen.y, seen.width, seen.height)
    context.clip()
  }
  context.drawImage(source, box.x, box.y, width, height)
}
