import type { CountedText, Separator } from '../text/countedText.ts'
import { COUNTING, countedText } from '../text/countedText.ts'
import { PARAGRAPH, type Alignment, type TextLook } from '../text/paragraph.ts'
import { compilePartMoves, PART_MOVES, type PartMoves } from '../text/partMoves.ts'
import { textBounds } from '../text/textLines.ts'
import type { Parts } from '../text/textParts.ts'
import type { DrawBase } from './drawBase.ts'
import type { LayerKindRecord } from './layerKind.ts'
import { colour, pixels, TRANSFORM } from './propertyDefinition.ts'
import { writesNothing, type PropertyReader, type PropertyWriter } from './propertyReader.ts'

/** A text, the base line of its first line at 0. */
export interface TextItem extends DrawBase, TextLook {
  readonly kind: 'text'
  /** As it is written, and what it reads: with its number put in. */
  content: string
  text: string
  align: Alignment
  width: number
  lineHeight: number
  fontSize: number
  weight: number
  letterSpacing: number
  /** OKLab and alpha. */
  readonly fill: Float64Array
  /** What of it moves as one, and how that moves. */
  parts: Parts
  readonly moves: PartMoves
  /** The layer time it shows, ticks. */
  time: number
}

export const text: LayerKindRecord<TextItem> = {
  label: 'Text',
  properties: [
    ...TRANSFORM,
    { name: 'content', label: 'Content', kind: 'choice', hue: 'shape', unit: '', value: 'Text', step: 1 },
    { ...pixels('font size', 'Font size', 96), hue: 'size' },
    { ...pixels('weight', 'Weight', 600), unit: '', limits: [200, 800] },
    { ...pixels('letter spacing', 'Letter spacing', 0), limits: [-1000, 1000] },
    ...PARAGRAPH,
    colour('fill', 'Fill', '#f7f4ec'),
    ...COUNTING,
    ...PART_MOVES,
  ],
  art: {
    make: (base, layer, library) => ({
      ...base,
      kind: 'text',
      content: '',
      text: '',
      align: 'middle',
      width: 0,
      lineHeight: 1,
      fontSize: 0,
      weight: 0,
      letterSpacing: 0,
      fill: new Float64Array(4),
      parts: 'whole',
      moves: compilePartMoves(layer, library),
      time: 0,
    }),
    writers: (item, read) => [
      contentWriter(item, read),
      read.number('font size', (value) => (item.fontSize = Math.max(0, value))),
      read.number('weight', (value) => (item.weight = value)),
      read.number('letter spacing', (value) => (item.letterSpacing = value)),
      read.choice('alignment', (value) => (item.align = value as Alignment)),
      read.number('paragraph width', (value) => (item.width = Math.max(0, value))),
      read.number('line height', (value) => (item.lineHeight = Math.max(0, value) / 100)),
      read.list('fill', item.fill),
      read.choice('parts', (value) => (item.parts = value as Parts)),
      (time) => (item.time = time),
    ],
    bounds: (item, measures) => textBounds(item, measures.text),
  },
}

/** Writes what a text reads: its content with its number. */
function contentWriter(item: TextItem, read: PropertyReader): PropertyWriter {
  const counted: CountedText = { content: '', number: 0, decimals: 0, separator: 'none' }
  const parts = [
    read.choice('content', (value) => (counted.content = value)),
    read.number('number', (value) => (counted.number = value)),
    read.number('number decimals', (value) => (counted.decimals = value)),
    read.choice('number separator', (value) => (counted.separator = value as Separator)),
  ].filter((write) => write !== writesNothing)
  const write = (time: number): void => {
    for (const part of parts) part(time)
    item.content = counted.content
    item.text = countedText(counted)
  }
  write(0)
  return parts.length > 0 ? write : writesNothing
}
