import { leftEnd, type DrawItems } from '@arrow-bend/core/scene'
import { measuringContext } from './measuringContext.ts'
import { setFont } from './setFont.ts'
import { textSetting } from './textSetting.ts'

/** The box the lines of a text are set in, px of the layer. */
export interface TextExtent {
  readonly left: number
  readonly width: number
  /** How far the font reaches above and below a base line. */
  readonly ascent: number
  readonly descent: number
  readonly lines: number
}

export function textExtent(item: DrawItems['text']): TextExtent {
  const context = measuringContext()
  setFont(context, item)
  const { fontBoundingBoxAscent, fontBoundingBoxDescent } = context.measureText(item.text)
  const { lines } = textSetting(item)
  const width = item.width > 0 ? item.width : Math.max(...lines.map((line) => line.width))
  return {
    left: leftEnd(item.align, width),
    width,
    ascent: fontBoundingBoxAscent,
    descent: fontBoundingBoxDescent,
    lines: lines.length,
  }
}
