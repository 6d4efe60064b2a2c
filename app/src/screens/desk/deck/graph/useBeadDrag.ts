import { shiftKeyValues, type MoveReport } from '@arrow-bend/core/edit'
import { frameTicks } from '@arrow-bend/core/time'
import { useDocument, type Recipe } from '../../../../session/document/document.ts'
import { useSelection } from '../../../../session/selection/selection.ts'
import { useView } from '../../../../session/view/view.ts'
import { numberWords } from '../../../../ui/numberWords.ts'
import { arrowWay } from '../../../../gesture/arrowWay.ts'
import { useTellReplaced } from '../../../../command/useTellReplaced.ts'
import { useKeyMoves } from '../lanes/useKeyMoves.ts'
import { useTimeSnap, type TimeSnap } from '../lanes/useTimeSnap.ts'
import type { GraphBead } from '../../../../chart/graph/beadPlaces.ts'
import type { GraphDrawing } from '../../../../chart/graph/graphDrawing.ts'
import type { GraphOf } from '../../../../chart/graph/sampleGraph.ts'
import type { GraphHand } from './useGraphHand.ts'

export interface BeadDrag {
  readonly press: (event: PointerEvent, bead: GraphBead, pane: { of: GraphOf; drawing: GraphDrawing }) => void
  readonly nudge: (event: KeyboardEvent, bead: GraphBead, pane: { of: GraphOf; step: number }) => void
}

/** How near a value pulls, px. */
const PULL = 6

/** Keys in a graph: in time, as those of closed lanes, and in value; a distance along a route moves in time only. */
export function useBeadDrag(
  hand: GraphHand,
  { limits }: { readonly limits: () => readonly number[] },
): BeadDrag {
  const document = useDocument()
  const selection = useSelection()
  const view = useView()
  const snapping = useTimeSnap()
  const moves = useKeyMoves()
  const tell = useTellReplaced()

  const press: BeadDrag['press'] = (event, bead, { of, drawing }) => {
    const ref = hand.refOf(bead.key)
    const add = event.shiftKey || event.ctrlKey || event.metaKey
    const wasChosen = selection.hasKey(ref)
    if (!wasChosen) selection.selectKeys([ref], add)
    const refs = selection.keys.filter(
      ({ layer, property }) => layer === ref.layer && property === ref.property,
    )
    const label = refs.length > 1 ? 'Keys moved' : 'Key moved'
    const start = view.timeOf(bead.x)
    let line: TimeSnap | null = null
    let move: ReturnType<typeof moves.of> | null = null
    let report: MoveReport = { replaced: 0 }
    let [byTime, byValue]: [number, readonly number[]] = [0, []]
    const edit =
      (more = 0): Recipe<MoveReport> =>
      (draft) => {
        shiftKeyValues(draft, refs, byValue)
        return move!(byTime + more)(draft)
      }
    const { scale } = drawing
    const others = drawing.beads.filter(({ key }) => !refs.some((one) => one.key === key))
    const stops = [0, ...limits().filter(Number.isFinite), ...others.map(({ value }) => value)]
    hand.drag(event, {
      label,
      moveTo: ({ way, event: { shiftKey, ctrlKey, metaKey } }) => {
        const level = of === 'distance' || Math.abs(way[0]) > Math.abs(way[1])
        const alone = shiftKey || of === 'distance'
        const free = ctrlKey || metaKey
        const raw = start + (alone && !level ? 0 : way[0]) / view.pixelsPerTick
        line ??= snapping({ moving: new Set(refs.map(({ key }) => key)) })
        move ??= moves.of(refs)
        byTime = line.to(raw, free) - Math.round(start)
        const y = bead.y + (alone && level ? 0 : way[1])
        const near = free ? undefined : stops.find((stop) => Math.abs(scale.y(stop) - y) < PULL)
        const value = alone && level ? bead.value : (near ?? scale.valueOf(y))
        hand.hold(scale, value)
        const by = [0, 0]
        by[bead.component] = value - bead.value
        byValue = by
        return {
          recipe: (draft) => {
            report = edit()(draft)
          },
          words: () => [numberWords(value, 1), moves.landing(report, refs) ?? []].flat().join(' · '),
        }
      },
      ended: () => line?.done(),
      done: () =>
        tell(report, () => {
          document.undo()
          tell(document.apply(label, edit(frameTicks(document.rate))))
        }),
      // A press meant for a drag along one axis must not take the key from the selection first.
      click: () => add && wasChosen && selection.selectKeys([ref], true),
    })
  }

  const nudge: BeadDrag['nudge'] = (event, { key, component }, { of, step }) => {
    const by = arrowWay(event)
    if (!by) return
    const ref = hand.refOf(key)
    if (!selection.hasKey(ref)) selection.selectKeys([ref])
    const values = [0, 0]
    if (of !== 'distance') values[component] = -by[1] * step
    const frame = frameTicks(document.rate)
    const move = moves.of([ref])
    document.apply('Key nudged', (draft) => {
      shiftKeyValues(draft, [ref], values)
      move(by[0] * frame)(draft)
    })
  }
  return { press, nudge }
}
