import { noPaint, type DrawBase, type Paint } from './drawBase.ts'
import { GRADIENT } from './gradient.ts'
import type { LayerKindRecord } from './layerKind.ts'
import { lineDefinitions } from './line.ts'
import { PAINT, pixels, size, TRANSFORM } from './propertyDefinition.ts'
import { boxAboutMiddle, paintWriters } from './shape.ts'

export interface RectangleItem extends DrawBase, Paint {
  readonly kind: 'rectangle'
  /** px */
  readonly size: Float64Array
  /** Radius, px. */
  corner: number
}

export const rectangle: LayerKindRecord<RectangleItem> = {
  label: 'Rectangle',
  properties: [
    ...TRANSFORM,
    size,
    pixels('corner', 'Corner', 0),
    ...PAINT,
    ...GRADIENT,
    ...lineDefinitions({ ends: 'butt', joins: 'miter' }),
  ],
  art: {
    make: (base, layer) => ({
      ...base,
      kind: 'rectangle',
      size: new Float64Array(2),
      corner: 0,
      ...noPaint(layer),
    }),
    writers: (item, read) => [
      read.list('size', item.size),
      read.number('corner', (value) => (item.corner = Math.max(0, value))),
      ...paintWriters(item, read),
    ],
    bounds: ({ size: [width, height] }) => boxAboutMiddle(width!, height!),
  },
}
