import type { XmlElement } from '../../xml/index.ts'
import { textOf } from '../../xml/index.ts'
import type { Step } from '../place/steps.ts'
import { moveBy } from '../place/steps.ts'
import { movingValue, stillValue, type Piece } from '../pieces/piece.ts'
import { lengthOf } from '../style/lengths.ts'
import { movingLength, movingProperty, type MovedElement } from './geometry.ts'
import { colourOf, movingOpacity } from './paint.ts'

const ALIGNMENTS: Readonly<Record<string, string>> = { start: 'left', middle: 'middle', end: 'right' }
const WEIGHTS: Readonly<Record<string, number>> = { normal: 400, bold: 700, lighter: 300, bolder: 700 }
const USUAL_SIZE = 16

/**
 * A text of one line in the typeface scenes are set in as a piece; null for any other, which only a picture shows as it is.
 * Source: W3C, SVG 2, chapter 11.
 */
export function textPiece(
  element: XmlElement,
  given: MovedElement,
  { name, named, steps }: { readonly name: string; readonly named: boolean; readonly steps: readonly Step[] },
): Piece | null {
  const { computed } = given
  const isOurs = /\bScene text\b/.test(computed['font-family'] ?? '')
  if (!isOurs || element.children.some((child) => typeof child !== 'string')) return null
  const [x, y] = ['x', 'y'].map((axis) => lengthOf(computed[axis], 0) ?? 0) as [number, number]
  const weight = (text: string | undefined): number | null =>
    text === undefined ? null : (WEIGHTS[text] ?? (Number(text) || null))
  const values = {
    content: stillValue(textOf(element)),
    'font size': { moving: movingLength(given, 'font-size', USUAL_SIZE, USUAL_SIZE) },
    weight: { moving: movingProperty(given, 'font-weight', weight, 400) },
    'letter spacing': { moving: movingLength(given, 'letter-spacing', USUAL_SIZE) },
    alignment: stillValue(ALIGNMENTS[computed['text-anchor'] ?? 'start'] ?? 'left'),
    fill: movingValue(
      movingProperty(given, 'fill', (text) => colourOf(text, computed), '#000000'),
      'srgb',
    ),
  }
  const placed = x === 0 && y === 0 ? steps : [...steps, moveBy([x, y])]
  return {
    name,
    named,
    steps: placed,
    opacity: movingOpacity(given, false),
    art: { kind: 'text', values },
    children: [],
  }
}
