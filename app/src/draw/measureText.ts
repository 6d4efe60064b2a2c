import type { Measures } from '@arrow-bend/core/scene'
import { measuringContext } from './measuringContext.ts'
import { setFont } from './setFont.ts'

/** Widths by font and text: the box of a paragraph is asked for with every move of the pointer. */
const WIDTHS = new Map<string, number>()
/** A font size that moves makes new ones with every frame. */
const MOST_WIDTHS = 5_000

/** How wide a line of text is in the font text layers are set in, px. */
export const measureText: Measures['text'] = (text, font) => {
  const name = `${font.weight} ${font.fontSize} ${font.letterSpacing} ${text}`
  const known = WIDTHS.get(name)
  if (known !== undefined) return known
  const context = measuringContext()
  setFont(context, font)
  const { width } = context.measureText(text)
  if (WIDTHS.size >= MOST_WIDTHS) WIDTHS.clear()
  WIDTHS.set(name, width)
  return width
}

/** To be called when a font has come. */
export const forgetWidths = (): void => WIDTHS.clear()
