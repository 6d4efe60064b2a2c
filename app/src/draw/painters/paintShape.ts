import type { Paint } from '@arrow-bend/core/scene'
import { canvasColour } from '../canvasColour.ts'
import type { Context2d } from '../context2d.ts'

/** How lines meet and end: `miter` and `butt`, or `round` both. */
export type Joins = 'sharp' | 'round'

/** Fills and strokes a shape. */
export function paintShape(context: Context2d, path: Path2D, paint: Paint, joins: Joins): void {
  context.fillStyle = canvasColour(paint.fill)
  context.fill(path)
  if (paint.strokeWidth <= 0) return
  context.strokeStyle = canvasColour(paint.stroke)
  context.lineWidth = paint.strokeWidth
  context.lineJoin = joins === 'round' ? 'round' : 'miter'
  context.lineCap = joins === 'round' ? 'round' : 'butt'
  context.stroke(path)
}
