import { drawnLine, isFilling, MITER_LIMIT, type Bounds, type Paint } from '@arrow-bend/core/scene'
import { canvasColour } from '../canvasColour.ts'
import { canvasGradient } from '../canvasGradient.ts'
import type { Context2d } from '../context2d.ts'

/** What is measured of a shape only where its paint asks for it. */
export interface ShapeMeasures {
  /** Of its line, px. */
  readonly length: () => number
  readonly box: () => Bounds
}

/** Fills a shape and strokes it, or the parts of its line that are to be drawn. */
export function paintShape(
  context: Context2d,
  path: Path2D,
  paint: Paint,
  { length, box }: ShapeMeasures,
): void {
  context.fillStyle = isFilling(paint.gradient)
    ? canvasGradient(context, paint.gradient, box())
    : canvasColour(paint.fill)
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
