import { dashOf, drawnPart, type Paint } from '@arrow-bend/core/scene'
import { canvasColour } from '../canvasColour.ts'
import type { Context2d } from '../context2d.ts'

/** How lines meet and end: `miter` and `butt`, or `round` both. */
export type Joins = 'sharp' | 'round'

/** How a shape's line is drawn. */
export interface LineLook {
  readonly joins: Joins
  /** How long it is, px; asked for only where a part of it is drawn. */
  readonly length: () => number
}

/** Fills a shape and strokes it, or the part of its line that is to be drawn. */
export function paintShape(
  context: Context2d,
  path: Path2D,
  paint: Paint,
  { joins, length }: LineLook,
): void {
  context.fillStyle = canvasColour(paint.fill)
  context.fill(path)
  const part = drawnPart(paint.trim)
  if (paint.strokeWidth <= 0 || part === 'nothing') return
  context.strokeStyle = canvasColour(paint.stroke)
  context.lineWidth = paint.strokeWidth
  context.lineJoin = joins === 'round' ? 'round' : 'miter'
  context.lineCap = joins === 'round' ? 'round' : 'butt'
  if (part !== 'all') {
    const { lengths, offset } = dashOf(part, length())
    context.setLineDash([...lengths])
    context.lineDashOffset = offset
  }
  context.stroke(path)
}
