import { changeBendPoints, findProperty, type PointsChange } from '@arrow-bend/core/edit'
import { compiledOf, progressOfValue, type CompiledProperty } from '@arrow-bend/core/property'
import { useDocument } from '../../../../session/document/document.ts'
import { useView } from '../../../../session/view/view.ts'
import { numberWords } from '../../../../ui/numberWords.ts'
import { arrowWay } from '../../../../gesture/arrowWay.ts'
import type { GraphArm, GraphNode } from '../../../../chart/graph/graphDrawing.ts'
import { distancesAtKeys } from '../../../../chart/graph/sampleGraph.ts'
import type { GraphHand } from './useGraphHand.ts'
import type { GraphPane } from './useGripDrag.ts'

export interface NodeDrag {
  readonly press: (event: PointerEvent, node: GraphNode, pane: GraphPane) => void
  readonly pressArm: (event: PointerEvent, node: GraphNode, arm: GraphArm, pane: GraphPane) => void
  readonly nudge: (event: KeyboardEvent, node: GraphNode) => void
  readonly nudgeArm: (event: KeyboardEvent, node: GraphNode, arm: GraphArm) => void
}

/** Points of bends, and their handles, in a graph of the value. */
export function useNodeDrag(hand: GraphHand): NodeDrag {
  const document = useDocument()
  const view = useView()

  const compiledLane = (): CompiledProperty =>
    compiledOf(findProperty(document.project!, hand.lane())!, document.bends)
  /** Reads u and p off a place in the graph. */
  const reader = (node: GraphNode, { of, drawing: { scale } }: GraphPane) => {
    const compiled = compiledLane()
    const [x0, x1] = [view.xOf(compiled.times[node.span]!), view.xOf(compiled.times[node.span + 1]!)]
    const start = of === 'distance' ? distancesAtKeys(compiled)[node.span]! : 0
    return (x: number, y: number): readonly [u: number, p: number] => [
      (x - x0) / (x1 - x0),
      progressOfValue(compiled, node.span, node.component, scale.valueOf(y) - start) ?? node.at[1],
    ]
  }
  const change = (node: GraphNode, label: string, made: PointsChange): void => {
    document.apply(label, (draft) => changeBendPoints(draft, [hand.refOf(node.key)], made))
  }

  const press: NodeDrag['press'] = (event, node, pane) => {
    const read = reader(node, pane)
    const { scale } = pane.drawing
    hand.drag(event, {
      label: 'Bend point moved',
      bent: () => [hand.refOf(node.key)],
      moveTo: ({ way, event: { shiftKey } }) => {
        const level = Math.abs(way[0]) > Math.abs(way[1])
        const y = node.y + (shiftKey && level ? 0 : way[1])
        const at = read(node.x + (shiftKey && !level ? 0 : way[0]), y)
        hand.hold(scale, scale.valueOf(y))
        return {
          recipe: (draft) =>
            changeBendPoints(draft, [hand.refOf(node.key)], { kind: 'move', index: node.index, at }),
          words: `${Math.round(at[0] * 100)} %  ${numberWords(scale.valueOf(y), 1)}`,
        }
      },
    })
  }
  const pressArm: NodeDrag['pressArm'] = (event, node, arm, pane) => {
    const read = reader(node, pane)
    const { scale } = pane.drawing
    hand.drag(event, {
      label: 'Handle moved',
      bent: () => [hand.refOf(node.key)],
      moveTo: ({ way, event: { altKey } }) => {
        const [u, p] = read(arm.x + way[0], arm.y + way[1])
        hand.hold(scale, scale.valueOf(arm.y + way[1]))
        return {
          recipe: (draft) =>
            changeBendPoints(draft, [hand.refOf(node.key)], {
              kind: 'handle',
              index: node.index,
              side: arm.side,
              handle: [u - node.at[0], p - node.at[1]],
              free: altKey,
            }),
          words: `${Math.round(Math.abs(u - node.at[0]) * 100)} %`,
        }
      },
    })
  }
  const nudge: NodeDrag['nudge'] = (event, node) => {
    if (event.key === 'Delete' || event.key === 'Backspace') {
      event.preventDefault()
      event.stopPropagation()
      change(node, 'Bend point removed', { kind: 'remove', index: node.index })
      return
    }
    const by = arrowWay(event)
    if (!by) return
    const at = [node.at[0] + by[0] / 100, node.at[1] - by[1] / 100] as const
    change(node, 'Bend point nudged', { kind: 'move', index: node.index, at })
  }
  const nudgeArm: NodeDrag['nudgeArm'] = (event, node, { side, handle }) => {
    const by = arrowWay(event)
    if (!by) return
    change(node, 'Handle nudged', {
      kind: 'handle',
      index: node.index,
      side,
      handle: [handle[0] + by[0] / 100, handle[1] - by[1] / 100],
      free: event.altKey,
    })
  }
  return { press, pressArm, nudge, nudgeArm }
}
