import {
  clampNodes,
  compileBend,
  type BendNode,
  type PlainBend,
  type PointsBend,
  type UnitCurve,
} from '../bend/index.ts'
import type { Curve, CurvePiece } from './curve.ts'
import { fitCurve } from './fitCurve.ts'
import { nearestHandles } from './nearestHandles.ts'

export interface ConvertedBend {
  readonly bend: PlainBend
  /** Largest error of progress. At a jump the moment of it, a thousand-millionth of the span, is left out. */
  readonly error: number
}

/** Largest error of progress unless asked for less. Source: the motion model, section 7. */
const WITHIN = 0.002
/** Looks a bend is fitted by. */
const LOOKS = 512
/** How far apart in u the two sides of a jump are kept. */
const JUMP_GAP = 1e-9
/** Two handles are in line when their slopes differ by no more than this share. */
const IN_LINE = 1e-6

/**
 * A bend of any kind as handles, where one Bézier is near enough, else as points.
 * @param within largest error of progress, > 0
 * @returns handles and points come back as they are, a straight line as handles
 */
export function convertBend(bend: PlainBend, within = WITHIN): ConvertedBend {
  if (bend.kind === 'handles' || bend.kind === 'points') return { bend, error: 0 }
  if (bend.kind === 'linear') {
    const third = { reach: 1 / 3, rise: 1 / 3 }
    return { bend: { kind: 'handles', leave: third, arrive: third }, error: 0 }
  }
  const curve = compileBend(bend)
  const fitted = fitPoints(curve, within)
  if (fitted.bend.nodes.length > 2) return fitted
  const { handles, error } = nearestHandles(curve)
  return error <= within ? { bend: { kind: 'handles', ...handles }, error } : fitted
}

/** A bend of any kind as points, so that more can be added: one Bézier becomes two nodes, exactly. */
export function asPoints(
  bend: PlainBend,
  within = WITHIN,
): { readonly bend: PointsBend; readonly error: number } {
  if (bend.kind === 'points') return { bend, error: 0 }
  const { bend: near, error } = convertBend(bend, within)
  if (near.kind === 'points') return { bend: near, error }
  if (near.kind !== 'handles') return fitPoints(compileBend(near), within)
  const { leave, arrive } = near
  const nodes: BendNode[] = [
    { at: [0, 0], arrive: [0, 0], leave: [leave.reach, leave.rise], through: 'corner' },
    { at: [1, 1], arrive: [-arrive.reach, -arrive.rise], leave: [0, 0], through: 'corner' },
  ]
  return { bend: { kind: 'points', nodes }, error }
}

/**
 * Any unit curve as a points bend with the fewest points that stay within a distance.
 * @param within largest error of progress, > 0
 * Source: `fitCurve`.
 */
export function fitPoints(
  curve: UnitCurve,
  within = WITHIN,
): { readonly bend: PointsBend; readonly error: number } {
  const given: Curve = {
    width: 1,
    valueInto: (out, u) => {
      out.set([curve.progress(u)])
    },
    slopeInto: (out, u) => {
      out.set([curve.pace(u)])
    },
  }
  const { pieces, error } = fitCurve(given, 0, 1, { within, step: 1 / LOOKS, search: true })
  return { bend: { kind: 'points', nodes: nodesOf(pieces) }, error }
}

/** Pieces as nodes; where two do not meet, a jump, two nodes stand JUMP_GAP apart. Ends are put to 0, 0 and 1, 1. */
export function nodesOf(pieces: readonly CurvePiece[]): BendNode[] {
  const nodes: BendNode[] = []
  const add = (u: number, p: number, arms: Pick<BendNode, 'arrive' | 'leave'>): void => {
    const slope = ([du, dp]: BendNode['leave']): number => dp / du
    const [before, after] = [slope(arms.arrive), slope(arms.leave)]
    const joined = Math.abs(before - after) <= IN_LINE * (1 + Math.abs(before) + Math.abs(after))
    nodes.push({ at: [u, p], ...arms, through: joined ? 'joined' : 'corner' })
  }
  let arrive: BendNode['arrive'] = [0, 0]
  let reached = 0
  pieces.forEach((piece, i) => {
    const length = piece.end - piece.start
    const leave: BendNode['leave'] = [piece.reachLeave * length, piece.leave[0]!]
    const from = piece.from[0]!
    const jumps = Math.abs(from - reached) > 1e-6
    if (jumps) {
      add(i === 0 ? 0 : piece.start - JUMP_GAP, reached, { arrive, leave: [0, 0] })
      add(i === 0 ? JUMP_GAP : piece.start, from, { arrive: [0, 0], leave })
    } else add(piece.start, i === 0 ? 0 : reached, { arrive, leave })
    arrive = [-piece.reachArrive * length, -piece.arrive[0]!]
    reached = piece.to[0]!
  })
  if (Math.abs(reached - 1) > 1e-6) {
    add(1 - JUMP_GAP, reached, { arrive, leave: [0, 0] })
    arrive = [0, 0]
  }
  add(1, 1, { arrive, leave: [0, 0] })
  return clampNodes(nodes)
}
