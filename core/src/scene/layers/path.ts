import type { Outline } from '../../property/index.ts'
import { outlineBounds } from '../outline/outlineBounds.ts'
import { noPaint, type DrawBase, type Paint } from './drawBase.ts'
import { GRADIENT } from './gradient.ts'
import type { LayerKindRecord } from './layerKind.ts'
import { lineDefinitions } from './line.ts'
import { PAINT, TRANSFORM } from './propertyDefinition.ts'
import { paintWriters } from './shape.ts'

export interface PathItem extends DrawBase, Paint {
  readonly kind: 'path'
  /** The same object as long as the shape is the same. */
  outline: Outline
}

export const path: LayerKindRecord<PathItem> = {
  label: 'Path',
  properties: [
    ...TRANSFORM,
    {
      name: 'outline',
      label: 'Outline',
      kind: 'outline',
      hue: 'shape',
      unit: '',
      value: { closed: false, vertices: [] },
      step: 1,
    },
    ...PAINT,
    ...GRADIENT,
    ...lineDefinitions({ ends: 'round', joins: 'round' }),
  ],
  art: {
    make: (base, layer) => ({
      ...base,
      kind: 'path',
      outline: layer.properties['outline']!.value as Outline,
      ...noPaint(layer),
    }),
    writers: (item, read) => [
      read.outline('outline', (value) => (item.outline = value)),
      ...paintWriters(item, read),
    ],
    bounds: ({ outline }) => outlineBounds(outline),
  },
}
