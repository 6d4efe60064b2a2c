import type { FontLook } from '@arrow-bend/core/scene'
import type { Context2d } from './context2d.ts'
import { TEXT_FAMILY } from './textFont.ts'

/** Sets the font of a text item on a context. */
export function setFont(context: Context2d, { weight, fontSize, letterSpacing }: FontLook): void {
  context.font = `${weight} ${fontSize}px ${TEXT_FAMILY}`
  context.letterSpacing = `${letterSpacing}px`
  // Left to itself a canvas sets word by word, and so does not kern across spaces as pages do.
  context.fontKerning = 'normal'
  context.textAlign = 'left'
}
