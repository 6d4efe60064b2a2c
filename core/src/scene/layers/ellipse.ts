import { noPaint, type DrawBase, type Paint } from './drawBase.ts'
import { GRADIENT } from './gradient.ts'
import type { LayerKindRecord } from './layerKind.ts'
import { lineDefinitions } from './line.ts'
import { PAINT, size, TRANSFORM } from './propertyDefinition.ts'
import { boxAboutMiddle, paintWriters } from './shape.ts'

export interface EllipseItem extends DrawBase, Paint {
  readonly kind: 'ellipse'
  /** px */
  readonly size: Float64Array
}

export const ellipse: LayerKindRecord<EllipseItem> = {
  label: 'Ellipse',
  properties: [...TRANSFORM, size, ...PAINT, ...GRADIENT, ...lineDefinitions({ ends: 'butt' })],
  art: {
    make: (base, layer) => ({ ...base, kind: 'ellipse', size: new Float64Array(2), ...noPaint(layer) }),
    writers: (item, read) => [read.list('size', item.size), ...paintWriters(item, read, false)],
    bounds: ({ size: [width, height] }) => boxAboutMiddle(width!, height!),
  },
}
