import { CROP } from './crop.ts'
import type { DrawBase } from './drawBase.ts'
import type { LayerKindRecord } from './layerKind.ts'
import { TRANSFORM } from './propertyDefinition.ts'
import { boxAboutMiddle } from './shape.ts'

export interface ImageItem extends DrawBase {
  readonly kind: 'image'
  /** Asset id. */
  picture: string
}

export const image: LayerKindRecord<ImageItem> = {
  label: 'Image',
  properties: [
    ...TRANSFORM,
    { name: 'picture', label: 'Picture', kind: 'choice', hue: 'shape', unit: '', value: '', step: 1 },
    ...CROP,
  ],
  art: {
    make: (base, { properties }) => ({
      ...base,
      kind: 'image',
      picture: String(properties['picture']!.value),
    }),
    writers: (item, read) => [read.choice('picture', (value) => (item.picture = value))],
    bounds: ({ picture }, measures) => {
      const { width, height } = measures.picture(picture) ?? { width: 0, height: 0 }
      return boxAboutMiddle(width, height)
    },
  },
}
