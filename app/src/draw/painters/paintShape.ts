import { drawnLine, MITER_LIMIT, type Paint } from '@arrow-bend/core/scene'
import { canvasColour } from '../canvasColour.ts'
import type { Context2d } from '../context2d.ts'

/**
 * Fills a shape and strokes it, or the parts of its line that are to be drawn.
 * @param length tells how long its line is, px; asked only where a part of it is drawn
 */
export function paintShape(context: Context2d, path: Path2D, paint: Paint, length: () => number): void {
  context.fillStyle = canvasColour(paint.fill)
  context.fill(path)
  if (paint.strokeWidth <= 0) return
  const drawn = drawnLine(paint.line, length)
  if (drawn === 'nothing') return
  context.strokeStyle = canvasColour(paint.stroke)
  context.lineWidth = paint.strokeWidth
  context.lineJoin = paint.line.joins
  context.miterLimit = MITER_LIMIT
  context.lineCap = paint.line.ends
  if (drawn) {
    context.setLineDash([...drawn.lengths])
    context.lineDashOffset = drawn.offset
  }
  context.stroke(path)
}
