import type { Measures } from '@arrow-bend/core/scene'
import { measuringContext } from './measuringContext.ts'
import { setFont } from './setFont.ts'

/** How wide a line of text is in the font text layers are set in, px. */
export const measureText: Measures['text'] = (text, font) => {
  const context = measuringContext()
  setFont(context, font)
  return context.measureText(text).width
}
