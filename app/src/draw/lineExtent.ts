import type { DrawItems } from '@arrow-bend/core/scene'
import { measuringContext } from './itemBounds.ts'
import { setFont } from './painters/textPainter.ts'

/** How wide the line of a text layer is, and how far its font reaches above and below the base line, px of the layer. */
export function lineExtent(item: DrawItems['text']): {
  readonly width: number
  readonly ascent: number
  readonly descent: number
} {
  const context = measuringContext()
  setFont(context, item)
  const { width, fontBoundingBoxAscent, fontBoundingBoxDescent } = context.measureText(item.text)
  return { width, ascent: fontBoundingBoxAscent, descent: fontBoundingBoxDescent }
}
