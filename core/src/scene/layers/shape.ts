import type { Bounds } from '../outline/outlineBounds.ts'
import type { DrawBase, Paint } from './drawBase.ts'
import { gradientWriters } from './gradient.ts'
import { lineWriters } from './line.ts'
import type { PropertyReader, PropertyWriter } from './propertyReader.ts'

/** Writers of a shape's paint. */
export function paintWriters(
  paint: DrawBase & Paint,
  read: PropertyReader,
  hasJoins = true,
): PropertyWriter[] {
  return [
    read.list('fill', paint.fill),
    read.list('stroke', paint.stroke),
    read.number('stroke width', (value) => (paint.strokeWidth = Math.max(0, value))),
    ...gradientWriters(paint.gradient, paint.layer, read),
    ...lineWriters(paint.line, read, hasJoins),
  ]
}

/** The box of a size about its middle. */
export function boxAboutMiddle(width: number, height: number): Bounds {
  return { x: -width / 2, y: -height / 2, width, height }
}
