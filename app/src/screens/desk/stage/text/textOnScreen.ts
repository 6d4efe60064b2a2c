import type { DrawItems } from '@arrow-bend/core/scene'
import { toScreen, type StageView, type TextExtent } from '../../../../draw/index.ts'

/** A field laid over a drawn text, px of the screen before `transform`. */
export interface TextPlace {
  readonly width: number
  readonly height: number
  readonly fontSize: number
  readonly lineHeight: number
  readonly letterSpacing: number
  /** A CSS transform about the field's upper left corner. */
  readonly transform: string
}

/** Room on both sides of the drawn lines for the caret, sizes of its font. */
const ROOM = 0.25

/**
 * Where a field must lie for its letters to fall on those of a drawn text. Its letters have the size they have on the
 * screen, so that the caret keeps its width however small the picture is.
 * @returns null where the text is flattened to nothing
 */
export function textOnScreen(item: DrawItems['text'], extent: TextExtent, view: StageView): TextPlace | null {
  const [a, b, c, d, e, f] = item.matrix as unknown as readonly [
    number,
    number,
    number,
    number,
    number,
    number,
  ]
  const scale = Math.hypot(a, b) * view.scale
  if (!(scale > 0) || Math.abs(a * d - b * c) < 1e-9) return null
  const own = [a, b, c, d].map((part) => (part * view.scale) / scale)
  // In a paragraph the field breaks lines where the text does: it has no room to spare.
  const room = item.width > 0 ? 0 : ROOM * item.fontSize
  const font = extent.ascent + extent.descent
  // A single line is as tall as its font; several are as far apart as they are set.
  const line = extent.lines > 1 ? item.lineHeight * item.fontSize : font
  const [left, top] = [(extent.left - room) * scale, ((font - line) / 2 - extent.ascent) * scale]
  const [x, y] = toScreen(view, [e, f])
  const at = [x + own[0]! * left + own[2]! * top, y + own[1]! * left + own[3]! * top]
  return {
    width: (extent.width + 2 * room) * scale,
    height: line * extent.lines * scale,
    fontSize: item.fontSize * scale,
    lineHeight: line * scale,
    letterSpacing: item.letterSpacing * scale,
    transform: `matrix(${[...own, ...at].join(', ')})`,
  }
}
