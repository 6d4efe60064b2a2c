import { distanceBetween } from './vec2.ts'
import type { Cubic } from './cubic.ts'
import { gaussLegendre } from './gaussLegendre.ts'

const RULE = gaussLegendre(16)
/** Halvings at most: a cusp costs about two halvings a digit. */
const DEEPEST = 40

/** |B′(s)|² of a cubic: a polynomial of degree four, its coefficients from the constant up. */
export type SquaredSpeed = Float64Array

/** The squared speed of a cubic. Source: the product of its derivative's two components with themselves (algebra). */
export function squaredSpeed({ from, leave, arrive, to }: Cubic): SquaredSpeed {
  const speed = new Float64Array(5)
  for (const axis of [0, 1] as const) {
    const c = 3 * (leave[axis] - from[axis])
    const b = 6 * (arrive[axis] - 2 * leave[axis] + from[axis])
    const a = 3 * (to[axis] - from[axis] + 3 * (leave[axis] - arrive[axis]))
    speed[0] = speed[0]! + c * c
    speed[1] = speed[1]! + 2 * b * c
    speed[2] = speed[2]! + b * b + 2 * a * c
    speed[3] = speed[3]! + 2 * a * b
    speed[4] = speed[4]! + a * a
  }
  return speed
}

/** Length between two parameters by one 16-point rule; exact enough on a smooth short piece. */
export function pieceLength(speed: SquaredSpeed, start: number, end: number): number {
  const [k0, k1, k2, k3, k4] = speed as unknown as [number, number, number, number, number]
  const { nodes, weights } = RULE
  const half = (end - start) / 2
  const middle = (start + end) / 2
  let sum = 0
  for (let i = 0; i < nodes.length; i += 1) {
    const s = middle + half * nodes[i]!
    sum += weights[i]! * Math.sqrt(Math.max(0, (((k4 * s + k3) * s + k2) * s + k1) * s + k0))
  }
  return sum * half
}

/**
 * Length of a cubic between two parameters, px.
 * @param within largest error relative to the control polygon; 1e-11 when left out
 * Source: adaptive Gauss–Legendre quadrature (textbook).
 */
export function arcLength(cubic: Cubic, start = 0, end = 1, within = 1e-11): number {
  const { from, leave, arrive, to } = cubic
  const size = distanceBetween(from, leave) + distanceBetween(leave, arrive) + distanceBetween(arrive, to)
  const speed = squaredSpeed(cubic)
  return refine(speed, { start, end, length: pieceLength(speed, start, end) }, size * within, DEEPEST)
}

interface Piece {
  readonly start: number
  readonly end: number
  readonly length: number
}

function refine(speed: SquaredSpeed, piece: Piece, within: number, depth: number): number {
  const middle = (piece.start + piece.end) / 2
  const first = { start: piece.start, end: middle, length: pieceLength(speed, piece.start, middle) }
  const second = { start: middle, end: piece.end, length: pieceLength(speed, middle, piece.end) }
  const finer = first.length + second.length
  if (depth === 0 || Math.abs(finer - piece.length) <= within) return finer
  return refine(speed, first, within / 2, depth - 1) + refine(speed, second, within / 2, depth - 1)
}
