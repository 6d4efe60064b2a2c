import type { BendNode, FamilyBend, Handles, PlainBend, PointsBend } from '../bend.ts'
import { insertNode } from './bendNodes.ts'
import { clampNodes } from './clampNodes.ts'
import { bendOfPieces, cutPiece, type BendPiece } from './bendPieces.ts'
import { compileBend } from '../curves/compileBend.ts'
import { HandlesCurve } from '../curves/handlesCurve.ts'

export interface SplitBend {
  readonly before: PlainBend
  readonly after: PlainBend
  /** Progress of the whole bend at the split. */
  readonly progress: number
}

/** Shares of the change below this cannot carry a bend of their own: dividing by them would lose the digits. */
export const LEAST_CHANGE = 1e-9

/**
 * Cuts a bend in two at an elapsed fraction without changing what it does.
 * @param u 0 < u < 1
 * @returns the bends of both parts over their own time and change, or null when one part changes nothing
 *   in all yet moves inside, which no bend over that change can say, or is too short for points of its own
 * Source: P. de Casteljau's subdivision for Béziers; own for families (`part`).
 */
export function splitBend(bend: PlainBend, u: number): SplitBend | null {
  const progress = compileBend(bend).progress(u)
  if (bend.kind === 'linear' || bend.kind === 'hold') return { before: bend, after: bend, progress }
  if (Math.abs(progress) < LEAST_CHANGE || Math.abs(1 - progress) < LEAST_CHANGE) {
    return bend.kind === 'family' && bend.family === 'steps' ? splitFlatSteps(bend, u, progress) : null
  }
  if (bend.kind === 'family') {
    const [from, to] = bend.part ?? [0, 1]
    const at = from + u * (to - from)
    return { before: { ...bend, part: [from, at] }, after: { ...bend, part: [at, to] }, progress }
  }
  return bend.kind === 'handles' ? splitHandles(bend, u, progress) : splitPoints(bend, u)
}

/** Steps stand still between jumps, so a part without change is a hold. */
function splitFlatSteps(bend: FamilyBend, u: number, progress: number): SplitBend {
  const [from, to] = bend.part ?? [0, 1]
  const at = from + u * (to - from)
  const flatBefore = Math.abs(progress) < LEAST_CHANGE
  return {
    before: flatBefore ? { kind: 'hold' } : { ...bend, part: [from, at] },
    after: flatBefore ? { ...bend, part: [at, to] } : { kind: 'hold' },
    progress,
  }
}

function splitHandles(handles: Handles, u: number, progress: number): SplitBend {
  const { leave, arrive } = handles
  const piece: BendPiece = {
    time: [0, leave.reach, 1 - arrive.reach, 1],
    rise: [0, leave.rise, 1 - arrive.rise, 1],
  }
  const { before, after } = cutPiece(piece, new HandlesCurve(handles).parameter(u))
  return { before: bendOfPieces(before), after: bendOfPieces(after), progress }
}

function splitPoints(bend: PointsBend, u: number): SplitBend | null {
  const { nodes, index } = insertNode(bend.nodes, u)
  // So near to an end that its point is taken for the cut, one part would have none.
  if (index === 0 || index === nodes.length - 1) return null
  const [at, progress] = nodes[index]!.at
  const scaled = (
    list: readonly BendNode[],
    start: number,
    base: number,
    span: number,
    change: number,
  ): PlainBend => ({
    kind: 'points',
    nodes: clampNodes(
      list.map((node) => ({
        at: [(node.at[0] - start) / span, (node.at[1] - base) / change],
        arrive: [node.arrive[0] / span, node.arrive[1] / change],
        leave: [node.leave[0] / span, node.leave[1] / change],
        through: node.through,
      })),
    ),
  })
  return {
    before: scaled(nodes.slice(0, index + 1), 0, 0, at, progress),
    after: scaled(nodes.slice(index), at, progress, 1 - at, 1 - progress),
    progress,
  }
}
