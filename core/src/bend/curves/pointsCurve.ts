import { clamp } from '../../number/index.ts'
import type { BendNode } from '../bend.ts'
import { paceOf, soundReach, type Ordinates } from './paceLimit.ts'
import { solveCubic, type UnitCubic, unitCubic } from './solveCubic.ts'
import type { UnitCurve } from './unitCurve.ts'

interface Piece {
  readonly from: number
  readonly length: number
  readonly time: UnitCubic
  /** Ordinates of the four control points. */
  readonly p: Ordinates
}

/** A points bend: cubic pieces joined at its nodes. Handles that leave their piece's time are clamped to it. */
export class PointsCurve implements UnitCurve {
  private readonly pieces: readonly Piece[]

  /** @param nodes from (0, 0) to (1, 1), u strictly increasing, at least two */
  constructor(nodes: readonly BendNode[]) {
    this.pieces = nodes.slice(1).map((to, i) => pieceBetween(nodes[i]!, to))
  }

  progress(u: number): number {
    if (!(u > 0)) return 0
    if (u >= 1) return 1
    const piece = this.pieceAt(u)
    const s = parameterIn(piece, u)
    const [p0, p1, p2, p3] = piece.p
    const r = 1 - s
    return r * r * (r * p0 + 3 * s * p1) + s * s * (3 * r * p2 + s * p3)
  }

  pace(u: number): number {
    const piece = this.pieceAt(clamp(u, 0, 1))
    const pace = paceOf(piece.time, piece.p, parameterIn(piece, u))
    // Two points at one moment, but for rounding, are a jump.
    return pace === 0 || soundReach(piece.length) > 0 ? pace / piece.length : Math.sign(pace) * Infinity
  }

  private pieceAt(u: number): Piece {
    let low = 0
    let high = this.pieces.length - 1
    while (low < high) {
      const middle = (low + high + 1) >> 1
      if (this.pieces[middle]!.from <= u) low = middle
      else high = middle - 1
    }
    return this.pieces[low]!
  }
}

function pieceBetween(from: BendNode, to: BendNode): Piece {
  const length = to.at[0] - from.at[0]
  const share = (du: number): number => soundReach(clamp(du / length, 0, 1))
  const last = share(-to.arrive[0])
  return {
    from: from.at[0],
    length,
    time: unitCubic(share(from.leave[0]), 1 - last, last),
    p: [from.at[1], from.at[1] + from.leave[1], to.at[1] + to.arrive[1], to.at[1]],
  }
}

function parameterIn(piece: Piece, u: number): number {
  const local = (u - piece.from) / piece.length
  return local <= 0 ? 0 : local >= 1 ? 1 : solveCubic(piece.time, local)
}
