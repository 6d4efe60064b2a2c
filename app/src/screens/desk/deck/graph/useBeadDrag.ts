import { moveKeys, shiftKeyValues } from '@arrow-bend/core/edit'
import { frameTicks } from '@arrow-bend/core/time'
import { useDocument } from '../../../../session/document.ts'
import { usePlayback } from '../../../../session/playback.ts'
import { usePreferences } from '../../../../session/preferences.ts'
import { useSelection } from '../../../../session/selection.ts'
import { useView } from '../../../../session/view.ts'
import { numberWords } from '../../../../ui/numberWords.ts'
import { arrowWay } from '../../stage/arrowWay.ts'
import { snapTime, snapTimes } from '../snapTime.ts'
import type { GraphBead, GraphDrawing } from './graphDrawing.ts'
import type { GraphOf } from './sampleGraph.ts'
import type { GraphHand } from './useGraphHand.ts'

export interface BeadDrag {
  readonly press: (event: PointerEvent, bead: GraphBead, pane: { of: GraphOf; drawing: GraphDrawing }) => void
  readonly nudge: (event: KeyboardEvent, bead: GraphBead, pane: { of: GraphOf; step: number }) => void
}

/** How near a time or a value pulls, px. */
const PULL = 6

/** Keys in a graph: in time and in value; a distance along a route moves in time only. */
export function useBeadDrag(
  hand: GraphHand,
  { limits }: { readonly limits: () => readonly number[] },
): BeadDrag {
  const document = useDocument()
  const playback = usePlayback()
  const preferences = usePreferences()
  const selection = useSelection()
  const view = useView()

  const press: BeadDrag['press'] = (event, bead, { of, drawing }) => {
    const ref = hand.refOf(bead.key)
    const add = event.shiftKey || event.ctrlKey || event.metaKey
    const wasChosen = selection.hasKey(ref)
    if (!wasChosen) selection.selectKeys([ref], add)
    const scene = document.scene!
    const refs = selection.keys.filter(
      ({ layer, property }) => layer === ref.layer && property === ref.property,
    )
    const times = [...snapTimes(scene, new Set(refs.map(({ key }) => key))), playback.time]
    const start = view.timeOf(bead.x)
    const { scale } = drawing
    const others = drawing.beads.filter(({ key }) => !refs.some((one) => one.key === key))
    const stops = [0, ...limits().filter(Number.isFinite), ...others.map(({ value }) => value)]
    hand.drag(event, {
      label: refs.length > 1 ? 'Keys moved' : 'Key moved',
      moveTo: ({ way, event: { shiftKey, ctrlKey, metaKey } }) => {
        const level = of === 'distance' || Math.abs(way[0]) > Math.abs(way[1])
        const alone = shiftKey || of === 'distance'
        const free = ctrlKey || metaKey
        const raw = start + (alone && !level ? 0 : way[0]) / view.pixelsPerTick
        const time =
          preferences.snap && !free
            ? snapTime(raw, { rate: scene.rate, times, within: PULL / view.pixelsPerTick })
            : Math.round(raw)
        const y = bead.y + (alone && level ? 0 : way[1])
        const near = free ? undefined : stops.find((stop) => Math.abs(scale.y(stop) - y) < PULL)
        const value = alone && level ? bead.value : (near ?? scale.valueOf(y))
        hand.hold(scale, value)
        const by = [0, 0]
        by[bead.component] = value - bead.value
        return {
          recipe: (draft) => {
            shiftKeyValues(draft, refs, by)
            moveKeys(draft, refs, time - Math.round(start))
          },
          words: numberWords(value, 1),
        }
      },
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
    document.apply('Key nudged', (draft) => {
      shiftKeyValues(draft, [ref], values)
      moveKeys(draft, [ref], by[0] * frame)
    })
  }
  return { press, nudge }
}
