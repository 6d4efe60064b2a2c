import { clamp } from '../../number/index.ts'
import type { DrawBase } from './drawBase.ts'
import type { LayerKindRecord } from './layerKind.ts'
import { PERCENT, TRANSFORM, type PropertyDefinition } from './propertyDefinition.ts'
import { boxAboutMiddle } from './shape.ts'

export interface ImageItem extends DrawBase {
  readonly kind: 'image'
  /** Asset id. */
  picture: string
  /** Percent off each side, as in `SIDES`. */
  readonly crop: Float64Array
}

const SIDES = ['left', 'right', 'top', 'bottom'] as const

const crop = (side: string): PropertyDefinition => ({
  name: `crop ${side}`,
  label: `Crop ${side}`,
  kind: 'number',
  hue: 'shape',
  unit: '%',
  value: 0,
  limits: PERCENT,
  step: 1,
})

export const image: LayerKindRecord<ImageItem> = {
  label: 'Image',
  properties: [
    ...TRANSFORM,
    { name: 'picture', label: 'Picture', kind: 'choice', hue: 'shape', unit: '', value: '', step: 1 },
    ...SIDES.map(crop),
  ],
  art: {
    make: (base, { properties }) => ({
      ...base,
      kind: 'image',
      picture: String(properties['picture']!.value),
      crop: new Float64Array(4),
    }),
    writers: (item, read) => [
      read.choice('picture', (value) => (item.picture = value)),
      ...SIDES.map((side, i) =>
        read.number(`crop ${side}`, (value) => (item.crop[i] = clamp(value, 0, 100))),
      ),
    ],
    bounds: ({ picture }, measures) => {
      const { width, height } = measures.picture(picture) ?? { width: 0, height: 0 }
      return boxAboutMiddle(width, height)
    },
    clip: ({ crop: [left, right, top, bottom] }, { x, y, width, height }) => {
      if (!(left || right || top || bottom)) return null
      return {
        x: x + (width * left!) / 100,
        y: y + (height * top!) / 100,
        width: Math.max(0, width * (1 - (left! + right!) / 100)),
        height: Math.max(0, height * (1 - (top! + bottom!) / 100)),
      }
    },
  },
}
