import type { DrawBase } from './drawBase.ts'
import type { LayerKindRecord } from './layerKind.ts'
import { colour, pixels, TRANSFORM } from './propertyDefinition.ts'

/** One line of text about the middle of its base line. */
export interface TextItem extends DrawBase {
  readonly kind: 'text'
  text: string
  /** px */
  fontSize: number
  weight: number
  /** px */
  letterSpacing: number
  /** OKLab and alpha. */
  readonly fill: Float64Array
}

/** How far letters rise above the base line, in sizes of the font. */
const ASCENT = 0.78

export const text: LayerKindRecord<TextItem> = {
  label: 'Text',
  properties: [
    ...TRANSFORM,
    { name: 'content', label: 'Content', kind: 'choice', hue: 'shape', unit: '', value: 'Text', step: 1 },
    { ...pixels('font size', 'Font size', 96), hue: 'size' },
    { ...pixels('weight', 'Weight', 600), unit: '', limits: [200, 800] },
    { ...pixels('letter spacing', 'Letter spacing', 0), limits: [-1000, 1000] },
    colour('fill', 'Fill', '#f7f4ec'),
  ],
  art: {
    make: (base, { properties }) => ({
      ...base,
      kind: 'text',
      text: String(properties['content']!.value),
      fontSize: 0,
      weight: 0,
      letterSpacing: 0,
      fill: new Float64Array(4),
    }),
    writers: (item, read) => [
      read.choice('content', (value) => (item.text = value)),
      read.number('font size', (value) => (item.fontSize = Math.max(0, value))),
      read.number('weight', (value) => (item.weight = value)),
      read.number('letter spacing', (value) => (item.letterSpacing = value)),
      read.list('fill', item.fill),
    ],
    bounds: (item, measures) => {
      const width = measures.text(item.text, item)
      return { x: -width / 2, y: -item.fontSize * ASCENT, width, height: item.fontSize }
    },
  },
}
