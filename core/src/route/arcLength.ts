import { cubicSpeed, type Cubic } from './cubic.ts'
import { gaussLegendre } from './gaussLegendre.ts'

const RULE = gaussLegendre(16)
/** Halvings at most: a cusp costs about two halvings a digit. */
const DEEPEST = 40

/** Length of a cubic between two parameters by one 16-point rule; exact enough on a smooth short piece. */
export function pieceLength(cubic: Cubic, start: number, end: number): number {
  const half = (end - start) / 2
  const middle = (start + end) / 2
  let sum = 0
  for (let i = 0; i < RULE.nodes.length; i += 1) {
    sum += RULE.weights[i]! * cubicSpeed(cubic, middle + half * RULE.nodes[i]!)
  }
  return sum * half
}

/**
 * Length of a cubic between two parameters, px.
 * @param within largest relative error to the whole control polygon; 1e-11 when left out
 * Source: adaptive Gauss–Legendre quadrature (textbook).
 */
export function arcLength(cubic: Cubic, start = 0, end = 1, within = 1e-11): number {
  const size =
    Math.hypot(cubic.leave[0] - cubic.from[0], cubic.leave[1] - cubic.from[1]) +
    Math.hypot(cubic.arrive[0] - cubic.leave[0], cubic.arrive[1] - cubic.leave[1]) +
    Math.hypot(cubic.to[0] - cubic.arrive[0], cubic.to[1] - cubic.arrive[1])
  return refine(cubic, { start, end, length: pieceLength(cubic, start, end) }, size * within, DEEPEST)
}

interface Piece {
  readonly start: number
  readonly end: number
  readonly length: number
}

function refine(cubic: Cubic, piece: Piece, within: number, depth: number): number {
  const middle = (piece.start + piece.end) / 2
  const first = { start: piece.start, end: middle, length: pieceLength(cubic, piece.start, middle) }
  const second = { start: middle, end: piece.end, length: pieceLength(cubic, middle, piece.end) }
  const finer = first.length + second.length
  if (depth === 0 || Math.abs(finer - piece.length) <= within) return finer
  return refine(cubic, first, within / 2, depth - 1) + refine(cubic, second, within / 2, depth - 1)
}
