import type { Cubic } from './cubic.ts'
import { gaussLegendre, type Quadrature } from './gaussLegendre.ts'
import { speedOf, type CubicSpeed } from './speedOf.ts'

/** How far a rule may be off: this share of the piece's size. */
const WITHIN = 1e-8
/** A root as near to the real line as this bends the speed by less than its square, so only its kink counts. */
const ON_THE_LINE = 3e-6
/** Roots nearer to the real line than this are worth a cut of their own. */
const KINK = 0.1
/** Halvings at most. */
const DEEPEST = 24

/**
 * Gauss–Legendre rules, cheapest first, with the ellipse in which the integrand has to be smooth for WITHIN.
 * Source: L. N. Trefethen, 'Is Gauss quadrature better than Clenshaw–Curtis?', SIAM Review 50 (2008): the error falls
 * as ρ^(−2n), ρ being the sum of the ellipse's half axes.
 */
const ORDERS = [6, 8, 10, 12, 14, 16, 18, 20, 22, 24, 28, 32, 40] as const
const RULES: readonly Float64Array[] = ORDERS.map((order) => pairsOf(gaussLegendre(order)))
/** Half the long axis of the ellipse about −1 … 1 that has to be free of roots for each rule. */
const FREE_AXES = Float64Array.from(ORDERS, (order) => Math.cosh(-Math.log(WITHIN) / (2 * order)))

/** Node and weight by turns, of the nodes above 0; their mirror images have the same weights. */
function pairsOf({ nodes, weights }: Quadrature): Float64Array {
  return Float64Array.from([...nodes].flatMap((node, i) => (node > 0 ? [node, weights[i]!] : [])))
}

/** Pieces of a cubic, three numbers each: the distance at its end, the parameter there, which of RULES sums it. */
export type LengthTable = readonly number[]
export const TABLE_STRIDE = 3

/**
 * Length between two parameters of a smooth piece.
 * @param rule index among RULES
 */
export function pieceLength(speed: CubicSpeed, rule: number, start: number, end: number): number {
  const { k0, k1, k2, k3, k4 } = speed
  const half = (end - start) / 2
  const m = (start + end) / 2
  const half2 = half * half
  // The squared speed about the piece's middle, its even and odd parts: nodes come in pairs ±x.
  const even0 = (((k4 * m + k3) * m + k2) * m + k1) * m + k0
  const odd1 = (((4 * k4 * m + 3 * k3) * m + 2 * k2) * m + k1) * half
  const even2 = ((6 * k4 * m + 3 * k3) * m + k2) * half2
  const odd3 = (4 * k4 * m + k3) * half2 * half
  const even4 = k4 * half2 * half2
  const pairs = RULES[rule]!
  let sum = 0
  for (let i = 0; i < pairs.length; i += 2) {
    const x = pairs[i]!
    const x2 = x * x
    const even = (even4 * x2 + even2) * x2 + even0
    const odd = (odd3 * x2 + odd1) * x
    const before = even - odd
    const after = even + odd
    sum += pairs[i + 1]! * (Math.sqrt(before > 0 ? before : 0) + Math.sqrt(after > 0 ? after : 0))
  }
  return sum * half
}

/**
 * Measures a cubic, cut where its speed has kinks and halved until a rule is sure of each piece. No piece is summed
 * twice: the roots of the speed tell which rule will do.
 * @returns lengths to 1e-9 of the whole
 * Source: Gauss–Legendre quadrature with a bound from the integrand's own singularities (Trefethen, as above).
 */
export function measureCubic(speed: CubicSpeed): LengthTable {
  const table: number[] = []
  const first = Math.abs(speed.imaginary1) < KINK ? speed.real1 : -1
  const second = Math.abs(speed.imaginary2) < KINK ? speed.real2 : -1
  const early = Math.min(first, second)
  const late = Math.max(first, second)
  let start = 0
  let travelled = 0
  if (early > 0 && early < 1) {
    travelled = measurePiece(table, speed, start, early, travelled, DEEPEST)
    start = early
  }
  if (late > start && late < 1) {
    travelled = measurePiece(table, speed, start, late, travelled, DEEPEST)
    start = late
  }
  measurePiece(table, speed, start, 1, travelled, DEEPEST)
  return table
}

/** Appends a piece, or its halves, and returns the distance at its end. */
function measurePiece(
  table: number[],
  speed: CubicSpeed,
  start: number,
  end: number,
  travelled: number,
  depth: number,
): number {
  const free = Math.min(
    freeAxis(speed.real1, speed.imaginary1, start, end),
    freeAxis(speed.real2, speed.imaginary2, start, end),
  )
  let rule = 0
  while (rule < FREE_AXES.length && FREE_AXES[rule]! > free) rule += 1
  if (rule === FREE_AXES.length && depth > 0) {
    const middle = (start + end) / 2
    const half = measurePiece(table, speed, start, middle, travelled, depth - 1)
    return measurePiece(table, speed, middle, end, half, depth - 1)
  }
  const used = Math.min(rule, FREE_AXES.length - 1)
  const distance = travelled + pieceLength(speed, used, start, end)
  table.push(distance, end, used)
  return distance
}

/** Half the long axis of the ellipse through a root, its foci the piece's ends at −1 and 1. */
function freeAxis(real: number, imaginary: number, start: number, end: number): number {
  if (Math.abs(imaginary) < ON_THE_LINE) return Infinity
  const fromStart = real - start
  const fromEnd = real - end
  const square = imaginary * imaginary
  return (Math.sqrt(fromStart * fromStart + square) + Math.sqrt(fromEnd * fromEnd + square)) / (end - start)
}

/** Length of a cubic, px, to 1e-9 of it. */
export function arcLength(cubic: Cubic): number {
  const table = measureCubic(speedOf(cubic))
  return table[table.length - TABLE_STRIDE]!
}
