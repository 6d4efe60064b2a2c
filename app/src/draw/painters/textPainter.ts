import type { DrawItems, FontLook } from '@arrow-bend/core/scene'
import { canvasColour } from '../canvasColour.ts'
import type { Context2d } from '../context2d.ts'
import { TEXT_FAMILY } from '../textFont.ts'
import type { Painter } from './painter.ts'

/** Sets the font of a text item on a context. */
export function setFont(context: Context2d, { weight, fontSize, letterSpacing }: FontLook): void {
  context.font = `${weight} ${fontSize}px ${TEXT_FAMILY}`
  context.letterSpacing = `${letterSpacing}px`
  context.textAlign = 'center'
}

export const textPainter: Painter<DrawItems['text']> = {
  path: () => null,
  paint: (context, item) => {
    setFont(context, item)
    context.fillStyle = canvasColour(item.fill)
    // As in SVG, the space after the last letter counts when the line is centred.
    context.fillText(item.text, 0, 0)
  },
}
