import { clamp } from '../../number/index.ts'
import type { BendNode } from '../bend.ts'

/** A handle whose u stays between its node and the one it points to; its p is left alone. */
function clampedHandle(handle: BendNode['leave'], room: number, sign: 1 | -1): BendNode['leave'] {
  const reach = clamp(sign * handle[0], 0, room)
  const du = sign * reach
  return du === handle[0] ? handle : [du === 0 ? 0 : du, handle[1]]
}

/** Nodes as they may be stored: every handle's u within its piece, the two outer handles none. */
export function clampNodes(nodes: readonly BendNode[]): BendNode[] {
  return nodes.map((node, i): BendNode => {
    const before = i > 0 ? node.at[0] - nodes[i - 1]!.at[0] : 0
    const after = i + 1 < nodes.length ? nodes[i + 1]!.at[0] - node.at[0] : 0
    return {
      ...node,
      arrive: i > 0 ? clampedHandle(node.arrive, before, -1) : [0, 0],
      leave: i + 1 < nodes.length ? clampedHandle(node.leave, after, 1) : [0, 0],
    }
  })
}
