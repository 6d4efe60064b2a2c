import type { Draft } from 'immer'
import {
  insertNode,
  moveNode,
  removeNode,
  setNodeHandle,
  setNodeThrough,
  type BendNode,
  type PlainBend,
  type PointsBend,
} from '../../bend/index.ts'
import { asPoints } from '../../fit/index.ts'
import type { Project } from '../../scene/index.ts'
import { BadEdit } from '../badEdit.ts'
import { changeBends } from './changeBends.ts'
import type { KeyRef } from '../refs.ts'

/** A change of a points bend. A point is named by its place among them; 0 and the last are the ends. */
export type PointsChange =
  | { readonly kind: 'add'; readonly u: number }
  | { readonly kind: 'remove'; readonly index: number }
  | { readonly kind: 'move'; readonly index: number; readonly at: readonly [u: number, p: number] }
  | {
      readonly kind: 'handle'
      readonly index: number
      readonly side: 'arrive' | 'leave'
      /** From its point. */
      readonly handle: readonly [du: number, dp: number]
      /** Frees the point's other side, which else turns with it where the point is joined. */
      readonly free?: boolean
    }
  | { readonly kind: 'through'; readonly index: number; readonly through: BendNode['through'] }

const lifted = (bend: PlainBend): boolean =>
  bend.kind === 'handles' &&
  [bend.leave, bend.arrive].some(({ lift }) => lift?.some((part) => part !== 0) ?? false)

/**
 * A bend with one of its points changed; a bend of another kind becomes points first, which changes nothing that is
 * seen beyond 0.002 of progress.
 * @throws BadEdit for a bend with a bump, which points cannot carry, or a point that is not there; BadBend at the ends
 */
export function changePoints(bend: PlainBend, change: PointsChange): PointsBend {
  if (lifted(bend))
    throw new BadEdit(
      'This span has a bump, which points cannot carry. Add a key instead. Nothing was changed.',
    )
  const { nodes } = asPoints(bend).bend
  if (change.kind === 'add') {
    if (!(change.u > 0 && change.u < 1))
      throw new BadEdit('A point of a bend lies between its ends. Nothing was changed.')
    return { kind: 'points', nodes: insertNode(nodes, change.u).nodes }
  }
  const node = nodes[change.index]
  if (!node) throw new BadEdit('That point of the bend is no longer there. Nothing was changed.')
  return { kind: 'points', nodes: changed(nodes, node, change) }
}

function changed(
  nodes: readonly BendNode[],
  node: BendNode,
  change: Exclude<PointsChange, { kind: 'add' }>,
): BendNode[] {
  const { index } = change
  if (change.kind === 'remove') return removeNode(nodes, index)
  if (change.kind === 'move') return moveNode(nodes, index, change.at)
  if (change.kind === 'through') return setNodeThrough(nodes, index, change.through)
  const given = change.free
    ? nodes.map((other, i): BendNode => (i === index ? { ...node, through: 'corner' } : other))
    : nodes
  return setNodeHandle(given, index, change.side, change.handle)
}

/** Changes a point of spans' bends. See `changePoints`. */
export function changeBendPoints(draft: Draft<Project>, refs: readonly KeyRef[], change: PointsChange): void {
  changeBends(draft, refs, (bend) => changePoints(bend, change))
}
