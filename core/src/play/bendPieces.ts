import { asPoints } from '../fit/index.ts'
import type { PlainBend } from '../bend/index.ts'

type Four = readonly [number, number, number, number]

/** A stretch of a bend as one cubic Bézier: elapsed shares and progress of its four points, of the whole span. */
export interface BendPiece {
  readonly u: Four
  readonly p: Four
}

/** Points of a fitted bend this near to each other in time are the two sides of a jump. */
const JUMP = 1e-8

/** The straight way. */
const STRAIGHT: BendPiece = { u: [0, 1 / 3, 2 / 3, 1], p: [0, 1 / 3, 2 / 3, 1] }
/** Nothing until the end: what comes then is a jump. */
const HELD: BendPiece = { u: [0, 1 / 3, 2 / 3, 1], p: [0, 0, 0, 0] }

/**
 * A bend as cubic Bézier pieces, one after another: handles as they are, other kinds by the fitter. Where a piece begins
 * elsewhere than the one before ends, and where the last does not end at 1, the bend jumps.
 * @param within largest error of progress of what is fitted, > 0
 */
export function bendPieces(bend: PlainBend, within: number): readonly BendPiece[] {
  if (bend.kind === 'linear') return [STRAIGHT]
  if (bend.kind === 'hold') return [HELD]
  if (bend.kind === 'handles' || bend.kind === 'points') return piecesOf(bend, within)
  // Many spans share a bend, and go by about as much: the tolerance is a power of two, so that one fit does for them.
  const near = 2 ** Math.floor(Math.log2(within))
  const name = `${near} ${JSON.stringify(bend)}`
  const known = FITTED.get(name)
  if (known) return known
  const pieces = piecesOf(bend, near)
  if (FITTED.size >= MOST_FITTED) FITTED.clear()
  FITTED.set(name, pieces)
  return pieces
}

/** Fits by their bends and tolerances. */
const FITTED = new Map<string, readonly BendPiece[]>()
const MOST_FITTED = 1000

function piecesOf(bend: PlainBend, within: number): readonly BendPiece[] {
  const { nodes } = asPoints(bend, within).bend
  return nodes.slice(1).flatMap((to, i): BendPiece[] => {
    const from = nodes[i]!
    if (to.at[0] - from.at[0] < JUMP) return []
    const along = (k: 0 | 1): Four => [
      from.at[k],
      from.at[k] + from.leave[k],
      to.at[k] + to.arrive[k],
      to.at[k],
    ]
    return [{ u: along(0), p: along(1) }]
  })
}

/** Halvings of a piece whose handles reach past its ends; what is left then is as good as straight. */
const HALVINGS = 6

/**
 * The same pieces, cut where progress turns back and further until no handle lies outside the rectangle between a piece's
 * ends: as some players want it.
 * Source: de Casteljau; extremes of a cubic lie where its derivative, a quadratic, is 0 (textbook).
 */
export function piecesWithinEnds(pieces: readonly BendPiece[]): readonly BendPiece[] {
  return pieces.flatMap((piece) => cutAt(piece, turnsOf(piece.p)).flatMap((part) => halved(part, HALVINGS)))
}

function halved(piece: BendPiece, more: number): BendPiece[] {
  const [from, leave, arrive, to] = piece.p
  const [low, high] = [Math.min(from, to), Math.max(from, to)]
  const slack = 1e-9 * Math.max(1, Math.abs(low), Math.abs(high))
  if ([leave, arrive].every((part) => part >= low - slack && part <= high + slack)) return [piece]
  if (more === 0) return [{ u: piece.u, p: [from, from + (to - from) / 3, to - (to - from) / 3, to] }]
  return cutAt(piece, [0.5]).flatMap((part) => halved(part, more - 1))
}

/** Bézier parameters strictly inside a piece where its progress turns back. */
function turnsOf([a, b, c, d]: Four): number[] {
  const [x, y, z] = [b - a, c - b, d - c]
  // x(1 − s)² + 2y·s(1 − s) + z·s² = 0
  const [square, line] = [x - 2 * y + z, 2 * (y - x)]
  const roots =
    Math.abs(square) < 1e-12
      ? [-x / line]
      : [-1, 1].map((sign) => (-line + sign * Math.sqrt(line * line - 4 * square * x)) / (2 * square))
  return roots.filter((s) => s > 1e-6 && s < 1 - 1e-6).sort((one, other) => one - other)
}

/** A piece in parts, cut at Bézier parameters that grow. */
function cutAt(piece: BendPiece, cuts: readonly number[]): BendPiece[] {
  const parts: BendPiece[] = []
  let [rest, before] = [piece, 0]
  for (const cut of cuts) {
    const s = (cut - before) / (1 - before)
    const [u, p] = [halves(rest.u, s), halves(rest.p, s)]
    parts.push({ u: u[0], p: p[0] })
    rest = { u: u[1], p: p[1] }
    before = cut
  }
  return [...parts, rest]
}

function halves([a, b, c, d]: Four, s: number): readonly [Four, Four] {
  const mix = (one: number, other: number): number => one + s * (other - one)
  const [ab, bc, cd] = [mix(a, b), mix(b, c), mix(c, d)]
  const [abc, bcd] = [mix(ab, bc), mix(bc, cd)]
  const middle = mix(abc, bcd)
  return [
    [a, ab, abc, middle],
    [middle, bcd, cd, d],
  ]
}
