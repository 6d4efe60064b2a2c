import { parseColour, type Value } from '../../../property/index.ts'
import { isStill } from '../motion/moving.ts'
import { isStillStep, matrixOfSteps } from '../place/steps.ts'
import type { Piece } from './piece.ts'

/** Nearer than this is the same, px. */
const SAME = 0.01

/** The colour of the lowest piece where that only covers the whole frame evenly; null where it is more, or less. */
export function backgroundOf(
  pieces: readonly Piece[],
  [width, height]: readonly [number, number],
): string | null {
  const [lowest] = pieces
  if (lowest?.art?.kind !== 'rectangle' || pieces.length < 2 || lowest.named) return null
  const { values } = lowest.art
  const value = (name: string): Value | undefined => values[name]?.moving.rest
  const isAllStill = Object.values(values).every(({ moving }) => isStill(moving))
  if (!isAllStill || !isStill(lowest.opacity) || lowest.opacity.rest !== 1) return null
  if (!lowest.steps.every(isStillStep) || lowest.mask || lowest.span || lowest.key !== undefined) return null
  const matrix = matrixOfSteps(lowest.steps)
  const size = value('size') as readonly [number, number]
  const isSame = [
    [matrix[0], 1],
    [matrix[1], 0],
    [matrix[2], 0],
    [matrix[3], 1],
    [matrix[4], width / 2],
    [matrix[5], height / 2],
    [size[0], width],
    [size[1], height],
    [value('corner') as number, 0],
    [value('stroke width') as number, 0],
  ].every(([is, wanted]) => Math.abs(is! - wanted!) <= SAME)
  const fill = String(value('fill'))
  return isSame && parseColour(fill)[3] === 1 ? fill : null
}
