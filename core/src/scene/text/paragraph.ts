import { pixels, type PropertyDefinition } from '../layers/propertyDefinition.ts'
import type { FontLook } from '../layers/layerKind.ts'

/** Where the lines of a text stand to its place: they begin there, have it in their middle, or end there. */
export const ALIGNMENTS = ['left', 'middle', 'right'] as const
export type Alignment = (typeof ALIGNMENTS)[number]

/** How a text with several lines is set. */
export const PARAGRAPH: readonly PropertyDefinition[] = [
  {
    name: 'alignment',
    label: 'Alignment',
    kind: 'choice',
    hue: 'shape',
    unit: '',
    value: 'middle',
    choices: ALIGNMENTS,
    step: 1,
    set: 'paragraph',
  },
  { ...pixels('paragraph width', 'Line width', 0), hue: 'size', set: 'paragraph' },
  { ...pixels('line height', 'Line height', 120), unit: '%', set: 'paragraph' },
]

/** A text and how it is set. */
export interface TextLook extends FontLook {
  readonly text: string
  readonly align: Alignment
  /** Where lines are broken, px; 0: only where the text says so. */
  readonly width: number
  /** From one base line to the next, sizes of the font. */
  readonly lineHeight: number
}
