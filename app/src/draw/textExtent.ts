import type { DrawItems } from '@arrow-bend/core/scene'
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

/** How much of the width lies left of a text's place. */
const LEFT_OF_PLACE = { left: 0, middle: 0.5, right: 1 } as const

export function textExtent(item: DrawItems['text']): TextExtent {
  const context = measuringContext()
  setFont(context, item)
  const { fontBoundingBoxAscent, fontBoundingBoxDescent } = context.measureText(item.text)
  const { lines } = textSetting(item)
  const width = item.width > 0 ? item.width : Math.max(...lines.map((line) => line.width))
  return {
    left: -width * LEFT_OF_PLACE[item.align],
    width,
    ascent: fontBoundingBoxAscent,
    descent: fontBoundingBoxDescent,
    lines: lines.length,
  }
}
