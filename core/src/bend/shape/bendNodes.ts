import { clamp } from '../../number/index.ts'
import { BadBend } from '../badBend.ts'
import type { BendNode } from '../bend.ts'
import { clampNodes } from './clampNodes.ts'
import { cutPiece, innerNodes, type BendPiece } from './bendPieces.ts'
import { solveCubic, unitCubic } from '../curves/solveCubic.ts'
import { steffenSlopes } from '../curves/smoothSlopes.ts'

/** Nodes closer than this in u cannot be told apart any more. */
const LEAST_GAP = 1e-9

type Nodes = readonly BendNode[]

/**
 * The same bend with a node more at elapsed fraction u, and one beside it where handles would leave their piece. The
 * shape does not change.
 * Where a node stands already, the nodes come back as they are.
 * @param u 0 < u < 1
 * @returns the nodes and where the one at u stands among them
 * Source: P. de Casteljau's subdivision.
 */
export function insertNode(nodes: Nodes, u: number): { nodes: BendNode[]; index: number } {
  const next = nodes.findIndex((node) => node.at[0] > u)
  const from = nodes[next - 1]!
  const to = nodes[next]!
  if (u - from.at[0] < LEAST_GAP) return { nodes: [...nodes], index: next - 1 }
  if (to.at[0] - u < LEAST_GAP) return { nodes: [...nodes], index: next }
  const piece = pieceBetween(from, to)
  const length = to.at[0] - from.at[0]
  const reaches = [(piece.time[1] - from.at[0]) / length, (piece.time[2] - from.at[0]) / length] as const
  const s = solveCubic(unitCubic(...reaches), (u - from.at[0]) / length)
  const { before, after } = cutPiece(piece, s)
  const pieces = [...before, ...after]
  const [start, end] = [pieces[0]!, pieces[pieces.length - 1]!]
  const first: BendNode = { ...from, leave: [start.time[1] - from.at[0], start.rise[1] - from.at[1]] }
  const last: BendNode = { ...to, arrive: [end.time[2] - to.at[0], end.rise[2] - to.at[1]] }
  const inner = innerNodes(pieces).map((node, i): BendNode => {
    return i === before.length - 1 ? { ...node, at: [u, node.at[1]] } : node
  })
  return {
    nodes: clampNodes([...nodes.slice(0, next - 1), first, ...inner, last, ...nodes.slice(next + 1)]),
    index: next - 1 + before.length,
  }
}

/** The cubic between two nodes, its handles' u within it. */
function pieceBetween(from: BendNode, to: BendNode): BendPiece {
  const length = to.at[0] - from.at[0]
  const inside = (du: number): number => clamp(du, 0, length)
  return {
    time: [from.at[0], from.at[0] + inside(from.leave[0]), to.at[0] - inside(-to.arrive[0]), to.at[0]],
    rise: [from.at[1], from.at[1] + from.leave[1], to.at[1] + to.arrive[1], to.at[1]],
  }
}

/** The bend without an inner node; its neighbours keep their handles. Throws BadBend for the first and the last. */
export function removeNode(nodes: Nodes, index: number): BendNode[] {
  if (index <= 0 || index >= nodes.length - 1)
    throw new BadBend('The two ends of a bend cannot be taken away. Nothing was changed.')
  return clampedNodes(nodes.filter((_, i) => i !== index))
}

/** Moves an inner node, its handles with it; u stays between its neighbours. Throws BadBend for the two ends. */
export function moveNode(nodes: Nodes, index: number, at: readonly [u: number, p: number]): BendNode[] {
  if (index <= 0 || index >= nodes.length - 1)
    throw new BadBend('A bend starts at 0, 0 and ends at 1, 1. Nothing was changed.')
  const u = clamp(at[0], nodes[index - 1]!.at[0] + LEAST_GAP, nodes[index + 1]!.at[0] - LEAST_GAP)
  return clampedNodes(nodes.map((node, i) => (i === index ? { ...node, at: [u, at[1]] } : node)))
}

/**
 * Sets one handle of a node. At a joined node the other turns into line with it and keeps its reach in u;
 * a smooth node becomes joined, as its handles are the person's now.
 */
export function setNodeHandle(
  nodes: Nodes,
  index: number,
  side: 'arrive' | 'leave',
  handle: BendNode['leave'],
): BendNode[] {
  const turned = nodes.map((node, i): BendNode => {
    if (i !== index) return node
    const through = node.through === 'smooth' ? 'joined' : node.through
    const changed = { ...node, through, [side]: handle }
    const other = side === 'arrive' ? 'leave' : 'arrive'
    if (through !== 'joined' || handle[0] === 0) return changed
    const du = node[other][0]
    return { ...changed, [other]: [du, (handle[1] / handle[0]) * du] }
  })
  return clampedNodes(turned)
}

/** Makes a node a corner, joined or smooth. Joined takes the mean slope of its two sides. */
export function setNodeThrough(nodes: Nodes, index: number, through: BendNode['through']): BendNode[] {
  const changed = nodes.map((node, i): BendNode => {
    if (i !== index || through !== 'joined' || node.through === 'joined') {
      return i === index ? { ...node, through } : node
    }
    const { arrive, leave } = node
    const run = leave[0] - arrive[0]
    const slope = run > 0 ? (leave[1] - arrive[1]) / run : 0
    return { ...node, through, arrive: [arrive[0], slope * arrive[0]], leave: [leave[0], slope * leave[0]] }
  })
  return clampedNodes(changed)
}

/** Works out the handles of smooth nodes (Steffen, reach a third of each side) and clamps all. */
function clampedNodes(nodes: Nodes): BendNode[] {
  const slopes = steffenSlopes(
    nodes.map(({ at }) => at[0]),
    nodes.map(({ at }) => at[1]),
  )
  return clampNodes(
    nodes.map((node, i): BendNode => {
      if (node.through !== 'smooth') return node
      const before = (node.at[0] - (nodes[i - 1] ?? node).at[0]) / 3
      const after = ((nodes[i + 1] ?? node).at[0] - node.at[0]) / 3
      const slope = slopes[i]!
      return { ...node, arrive: [-before, -slope * before], leave: [after, slope * after] }
    }),
  )
}
