import { clamp } from '../../number/index.ts'
import type { BendNode, PlainBend } from '../bend.ts'
import { clampNodes } from './clampNodes.ts'
import { splitOrdinates, type Ordinates } from './splitOrdinates.ts'

/** A cubic piece of a bend: elapsed fraction and progress of its four control points. */
export interface BendPiece {
  readonly time: Ordinates
  readonly rise: Ordinates
}

/** Handles may leave their piece's time by this share of it and are put back: rounding, not shape. */
const ROUNDING = 1e-9

/**
 * A piece cut in two at Bézier parameter s, each part as one piece, or two where one cannot be stored: part of a cubic
 * whose time only goes on may have control points outside its own time. Cut once more where time passes slowest, both
 * parts' control points lie inside theirs.
 * Source: P. de Casteljau's subdivision; own for the second cut (T′ is a parabola: from its vertex on, T′/3 at the far
 * end is no more than the mean of T′).
 */
export function cutPiece(piece: BendPiece, s: number): { before: BendPiece[]; after: BendPiece[] } {
  const [before, after] = halves(piece, s)
  return { before: storable(before), after: storable(after) }
}

function halves({ time, rise }: BendPiece, s: number): [BendPiece, BendPiece] {
  const [times, rises] = [splitOrdinates(time, s), splitOrdinates(rise, s)]
  return [
    { time: times.before, rise: rises.before },
    { time: times.after, rise: rises.after },
  ]
}

function storable(piece: BendPiece): BendPiece[] {
  const [t0, t1, t2, t3] = piece.time
  const most = (t3 - t0) * (1 + ROUNDING)
  if (t1 - t0 <= most && t3 - t2 <= most) return [piece]
  const [d0, d1, d2] = [t1 - t0, t2 - t1, t3 - t2]
  const slowest = (d0 - d1) / (d0 - 2 * d1 + d2)
  return slowest > 0 && slowest < 1 ? halves(piece, slowest) : [piece]
}

/** Nodes between the ends of pieces that follow one another; the two outer ends are left to the caller. */
export function innerNodes(pieces: readonly BendPiece[]): BendNode[] {
  return pieces.slice(1).map((piece, i): BendNode => {
    const before = pieces[i]!
    return {
      at: [piece.time[0], piece.rise[0]],
      arrive: [before.time[2] - before.time[3], before.rise[2] - before.rise[3]],
      leave: [piece.time[1] - piece.time[0], piece.rise[1] - piece.rise[0]],
      through: 'joined',
    }
  })
}

/**
 * Pieces as a bend over their own time and change: handles where it is one, else points.
 * @param pieces at least one; together they change something
 */
export function bendOfPieces(pieces: readonly BendPiece[]): PlainBend {
  const [first, last] = [pieces[0]!, pieces[pieces.length - 1]!]
  const [start, base] = [first.time[0], first.rise[0]]
  const [length, change] = [last.time[3] - start, last.rise[3] - base]
  const leave = [(first.time[1] - start) / length, (first.rise[1] - base) / change] as const
  const arrive = [(last.time[3] - last.time[2]) / length, (last.rise[3] - last.rise[2]) / change] as const
  if (pieces.length === 1) {
    const within01 = (share: number): number => clamp(share, 0, 1)
    return {
      kind: 'handles',
      leave: { reach: within01(leave[0]), rise: leave[1] },
      arrive: { reach: within01(arrive[0]), rise: arrive[1] },
    }
  }
  const inner = innerNodes(pieces).map((node): BendNode => ({
    ...node,
    at: [(node.at[0] - start) / length, (node.at[1] - base) / change],
    arrive: [node.arrive[0] / length, node.arrive[1] / change],
    leave: [node.leave[0] / length, node.leave[1] / change],
  }))
  const ends: [BendNode, BendNode] = [
    { at: [0, 0], arrive: [0, 0], leave, through: 'corner' },
    { at: [1, 1], arrive: [-arrive[0], -arrive[1]], leave: [0, 0], through: 'corner' },
  ]
  return { kind: 'points', nodes: clampNodes([ends[0], ...inner, ends[1]]) }
}
