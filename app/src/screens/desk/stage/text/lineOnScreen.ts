import type { DrawItems } from '@arrow-bend/core/scene'
import { toScreen, type StageView } from '../../../../draw/index.ts'

/** How wide a line is, and how far its box reaches above and below its base line, px of the layer. */
export interface LineExtent {
  readonly width: number
  readonly ascent: number
  readonly descent: number
}

/** A field laid over a drawn line of text, px of the screen before `transform`. */
export interface LinePlace {
  readonly width: number
  readonly height: number
  readonly fontSize: number
  readonly letterSpacing: number
  /** A CSS transform about the field's upper left corner. */
  readonly transform: string
}

/** Room on both sides of the drawn line for the caret, sizes of its font. */
const ROOM = 0.25

/**
 * Where a field must lie for its letters to fall on those of a drawn line. Its letters have the size they have on the
 * screen, so that the caret keeps its width however small the picture is.
 * @returns null where the line is flattened to nothing
 */
export function lineOnScreen(item: DrawItems['text'], extent: LineExtent, view: StageView): LinePlace | null {
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
  const width = (extent.width + 2 * ROOM * item.fontSize) * scale
  const [left, top] = [-width / 2, -extent.ascent * scale]
  const [x, y] = toScreen(view, [e, f])
  const at = [x + own[0]! * left + own[2]! * top, y + own[1]! * left + own[3]! * top]
  return {
    width,
    height: (extent.ascent + extent.descent) * scale,
    fontSize: item.fontSize * scale,
    letterSpacing: item.letterSpacing * scale,
    transform: `matrix(${[...own, ...at].join(', ')})`,
  }
}
