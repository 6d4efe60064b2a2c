import type { FontLook } from '@arrow-bend/core/scene'
import { measuringContext } from './itemBounds.ts'
import { setFont } from './painters/textPainter.ts'

/** How far the line box of a text layer's font reaches above and below the base line, px of its font size. */
export function lineExtent(font: FontLook): { readonly ascent: number; readonly descent: number } {
  const context = measuringContext()
  setFont(context, font)
  const { fontBoundingBoxAscent, fontBoundingBoxDescent } = context.measureText('')
  return { ascent: fontBoundingBoxAscent, descent: fontBoundingBoxDescent }
}
