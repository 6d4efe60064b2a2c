import { clamp } from '@arrow-bend/core/number'
import { changeBends, setGraphHandle, type KeyRef } from '@arrow-bend/core/edit'
import { HOLD } from '@arrow-bend/core/bend'
import { TICKS_PER_SECOND } from '@arrow-bend/core/time'
import { useDocument } from '../../../../session/document/document.ts'
import { useView } from '../../../../session/view/view.ts'
import { numberWords } from '../../../../ui/numberWords.ts'
import { arrowWay } from '../../../../gesture/arrowWay.ts'
import type { GraphDrawing, GraphGrip } from '../../../../chart/graph/graphDrawing.ts'
import type { GraphOf } from '../../../../chart/graph/sampleGraph.ts'
import type { GraphHand } from './useGraphHand.ts'

/** The graph a handle is dragged in. */
export interface GraphPane {
  readonly of: GraphOf
  readonly drawing: GraphDrawing
}

export interface GripDrag {
  readonly press: (event: PointerEvent, grip: GraphGrip, pane: GraphPane) => void
  readonly nudge: (event: KeyboardEvent, grip: GraphGrip, pane: GraphPane) => void
}

/** How near level pulls, and how far past the span's end a flat leave handle becomes a hold, px. */
const PULL = 6
const PAST_END = 14
/** What a handle without reach gets when its speed is set. */
const SOME_REACH = 0.1

/** Handles in a graph: reach and rise, or reach and speed; pulled flat past the span's end, a hold. */
export function useGripDrag(hand: GraphHand): GripDrag {
  const document = useDocument()
  const view = useView()

  const setGrip = (grip: GraphGrip, of: GraphOf, reach: number, amount: number) => {
    const used = of === 'speed' && reach === 0 ? SOME_REACH : clamp(reach, 0, 1)
    const offset = [...grip.offset]
    const way = grip.side === 'leave' ? 1 : -1
    // A graph of speed says how fast; how far the handle's end then lies from its key follows from its reach.
    if (of === 'speed')
      grip.offset.forEach((_, i) => {
        const speed = i === grip.component ? amount : grip.speeds[i]!
        offset[i] = way * speed * used * grip.seconds
      })
    else offset[grip.component] = amount
    return { side: grip.side, reach: used, offset }
  }

  type HandleMove = ReturnType<typeof setGrip>
  /** Sets a handle; with Ctrl/Cmd that of the span's other end, too, turned about. */
  const recipeOf =
    (ref: KeyRef, move: HandleMove, { altKey, ctrlKey, metaKey }: PointerEvent | KeyboardEvent) =>
    (draft: Parameters<typeof setGraphHandle>[0]): void => {
      setGraphHandle(draft, ref, { ...move, free: altKey })
      if (!ctrlKey && !metaKey) return
      const side = move.side === 'leave' ? 'arrive' : 'leave'
      const offset = move.offset.map((part) => -part)
      setGraphHandle(draft, ref, { ...move, side, offset, free: altKey })
    }

  const press: GripDrag['press'] = (event, grip, { of, drawing: { scale } }) => {
    const ref = hand.refOf(grip.key)
    const long = Math.abs(view.pixelsPerTick * grip.seconds * TICKS_PER_SECOND)
    const key = scale.valueOf(grip.fromY)
    hand.drag(event, {
      label: 'Handle moved',
      bent: () => [ref],
      moveTo: ({ way, event: moved }) => {
        const { shiftKey } = moved
        const level = Math.abs(way[0]) > Math.abs(way[1])
        const along = shiftKey && !level ? 0 : (grip.side === 'leave' ? way[0] : -way[0]) / long
        const reach = clamp(grip.reach + along, 0, 1)
        const y = grip.y + (shiftKey && level ? 0 : way[1])
        const flat = of === 'speed' ? scale.y(0) : grip.fromY
        const isFlat = Math.abs(y - flat) < PULL
        if (grip.side === 'leave' && isFlat && (grip.reach + along - 1) * long > PAST_END)
          return { recipe: (draft) => changeBends(draft, [ref], () => HOLD), words: 'hold' }
        const at = isFlat ? scale.valueOf(flat) : scale.valueOf(y)
        hand.hold(scale, at)
        const move = setGrip(grip, of, reach, of === 'speed' ? at : at - key)
        return {
          recipe: recipeOf(ref, move, moved),
          words: `${Math.round(move.reach * 100)} %  ${numberWords(of === 'speed' ? at : at - key, 1)}`,
        }
      },
    })
  }

  const nudge: GripDrag['nudge'] = (event, grip, { of, drawing: { scale } }) => {
    const by = arrowWay(event)
    if (!by) return
    const reach = grip.reach + ((grip.side === 'leave' ? 1 : -1) * by[0]) / 100
    const amount = of === 'speed' ? grip.speeds[grip.component]! : grip.offset[grip.component]!
    const move = setGrip(grip, of, reach, amount - (by[1] * (scale.high - scale.low)) / 100)
    document.apply('Handle nudged', recipeOf(hand.refOf(grip.key), move, event))
  }
  return { press, nudge }
}
