import type { Moving } from '../motion/moving.ts'
import { mapMoving } from '../motion/moving.ts'
import type { Piece, PieceValue } from '../pieces/piece.ts'
import type { Computed } from '../style/cascade.ts'
import { movingProperty, type MovedElement } from './geometry.ts'

/** In the order in which CSS says them. */
const SIDES = ['top', 'right', 'bottom', 'left'] as const

/** Whether an element is only cut off at its sides. */
export const isCrop = (computed: Computed): boolean => /^inset\(/i.test((computed['clip-path'] ?? '').trim())

/** Custom properties by which the sides move, in files of ours. */
export const cropSide = (property: string): boolean => /^--crop-(?:top|right|bottom|left)$/.test(property)

/** What is cut off at the sides, by the names of a layer's properties; null where nothing is, or it cannot be read. Source: W3C, CSS Shapes 1, inset(). */
export function cropOf(given: MovedElement): Readonly<Record<string, PieceValue>> | null {
  const text = (given.computed['clip-path'] ?? '').trim()
  const inner = /^inset\(([^()]*)\)/i.exec(text)?.[1]
  if (inner === undefined) return null
  const words = inner
    .split(/\bround\b/)[0]!
    .trim()
    .split(/\s+/)
  const [top = '0%', right = top, bottom = top, left = right] = words
  const values = [top, right, bottom, left].map((word, i) => {
    const still = shareOf(word)
    return still === null ? null : movingProperty(given, `--crop-${SIDES[i]}`, shareOf, still)
  })
  if (!values.every((value): value is Moving<number> => value !== null)) {
    given.leftOut({ what: `How it is cut: ${text}.`, where: 'clip-path' })
    return null
  }
  return Object.fromEntries(
    SIDES.map((side, i) => [
      `crop ${side}`,
      { moving: mapMoving(values[i]!, (percent) => Math.min(100, Math.max(0, percent))) },
    ]),
  )
}

/** A share in %; what reaches beyond the box cuts nothing off. */
function shareOf(text: string | undefined): number | null {
  const found = /^([+-]?[\d.]+)(%|px)?$/.exec((text ?? '').trim())
  if (!found) return null
  const number = Number(found[1])
  return found[2] === '%' || number <= 0 ? Math.max(0, number) : null
}

/** Pieces with their sides cut off; null where there is more than one of them. */
export function withCrop(
  pieces: readonly Piece[],
  crop: Readonly<Record<string, PieceValue>>,
): readonly Piece[] | null {
  const [only, ...more] = pieces
  if (!only?.art || more.length > 0) return null
  return [{ ...only, art: { ...only.art, values: { ...only.art.values, ...crop } } }]
}
