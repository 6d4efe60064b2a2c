import type { ShallowRef } from 'vue'
import { addKey, findProperty, moveSplitKeys, type KeyRef } from '@arrow-bend/core/edit'
import { snapToFrame, type Ticks } from '@arrow-bend/core/time'
import { SPLIT_AXES, timeNear, type SplitBead, type SplitRoute } from '../../../../chart/route/splitRoute.ts'
import type { Point } from '../../../../chart/route/stageSpace.ts'
import { drawingOf, pointerIn } from '../../../../gesture/pointerPlace.ts'
import { DRAG_AFTER, trackPointer } from '../../../../gesture/trackPointer.ts'
import { usePointerDrag, type PointerTag } from '../../../../gesture/usePointerDrag.ts'
import { useDocument } from '../../../../session/document/document.ts'
import { usePreferences } from '../../../../session/preferences.ts'
import { useSelection } from '../../../../session/selection/selection.ts'
import { toast } from '../../../../ui/toast.ts'
import { alongOneAxis, landed, onlyAxis, type Snapping } from '../useSnapping.ts'

export interface SplitGestures {
  /** Whether the keys there, of X or Y, are selected. */
  readonly isChosen: (route: SplitRoute, bead: SplitBead) => boolean
  readonly choose: (route: SplitRoute, bead: SplitBead, more: boolean) => void
  readonly letGo: (route: SplitRoute, bead: SplitBead) => void
  readonly pressBead: (event: PointerEvent, route: SplitRoute, bead: SplitBead) => void
  /** A click on the line: keys on both lanes where it is. */
  readonly pressLine: (event: PointerEvent, route: SplitRoute) => void
  /** Moves a bead, with all selected ones of its route, by px of the stage. */
  readonly nudge: (route: SplitRoute, bead: SplitBead, by: Point) => void
  readonly tag: ShallowRef<PointerTag | null>
}

/** Beads and the line of a split position's route, by hand: what is done to them is done to both lanes. */
export function useSplitGestures(snapping: Snapping): SplitGestures {
  const document = useDocument()
  const preferences = usePreferences()
  const selection = useSelection()
  const { drag, tag } = usePointerDrag('stage')

  const refsOf = ({ layer }: SplitRoute, { keys }: SplitBead): KeyRef[] =>
    SPLIT_AXES.flatMap((property, axis) => {
      const key = keys[axis]
      return key ? [{ scene: document.sceneId, layer, property, key }] : []
    })
  const isChosen = (route: SplitRoute, bead: SplitBead): boolean => refsOf(route, bead).some(selection.hasKey)
  const choose = (route: SplitRoute, bead: SplitBead, more: boolean): void => {
    if (more) selection.selectKeys(refsOf(route, bead), true)
    else selection.selectKeysAmong(refsOf(route, bead))
  }
  const letGo = (route: SplitRoute, bead: SplitBead): void => selection.letKeysGo(refsOf(route, bead))
  const movingTimes = (route: SplitRoute): Ticks[] =>
    route.beads.filter((bead) => isChosen(route, bead)).map(({ t }) => t)
  const recipeOf =
    (route: SplitRoute, times: readonly Ticks[], by: Point) =>
    (draft: Parameters<typeof moveSplitKeys>[0]): void =>
      moveSplitKeys(draft, {
        scene: document.sceneId,
        layer: route.layer,
        times,
        by,
        makeId: document.makeId,
      })

  const pressBead = (event: PointerEvent, route: SplitRoute, bead: SplitBead): void => {
    const more = event.shiftKey || event.ctrlKey || event.metaKey
    if (more || !isChosen(route, bead)) choose(route, bead, more)
    if (!isChosen(route, bead)) return
    const times = movingTimes(route)
    const stageOf = (point: Point): Point => route.toStage(route.onScreen(point))
    const others = route.beads.filter(({ t }) => !times.includes(t)).map(({ at }) => stageOf(at))
    const { snap } = snapping.begin([route.layer], others)
    const [x, y] = bead.at
    const start = stageOf(bead.at)
    drag(event, {
      label: times.length > 1 ? 'Keys moved' : 'Key moved',
      moveTo: ({ way, event: moved }) => {
        const kept = moved.shiftKey ? alongOneAxis(way) : way
        const [dx, dy] = route.onStage(kept)
        const more = snap({ x: start[0] + dx, y: start[1] + dy, width: 0, height: 0 }, moved, onlyAxis(kept))
        const own = route.fromStage(landed([x, y], [dx, dy], { more, outer: route.outer, event: moved }))
        return (
          own && {
            recipe: recipeOf(route, times, own),
            words: `x ${Math.round(x + own[0])}  y ${Math.round(y + own[1])}`,
          }
        )
      },
      ended: snapping.end,
    })
  }
  const nudge = (route: SplitRoute, bead: SplitBead, by: Point): void => {
    const own = route.fromStage(by)
    if (!own) return
    if (!isChosen(route, bead)) choose(route, bead, false)
    const times = movingTimes(route)
    document.apply(times.length > 1 ? 'Keys nudged' : 'Key nudged', recipeOf(route, times, own))
  }

  const addAt = (route: SplitRoute, at: Point): void => {
    const exact = timeNear(route, at)
    const time = preferences.snap ? snapToFrame(exact, document.rate) : exact
    const refs = SPLIT_AXES.map((property) => ({ scene: document.sceneId, layer: route.layer, property }))
    document.apply(
      'Keys added on the route',
      (draft) => refs.forEach((ref) => addKey(draft, ref, time, document.makeId)),
      () =>
        selection.selectKeysAmong(
          refs.flatMap((ref) => {
            const made = findProperty(document.project!, ref)?.keys.find(({ t }) => t === time)
            return made ? [{ ...ref, key: made.id }] : []
          }),
        ),
    )
  }
  const pressLine = (event: PointerEvent, route: SplitRoute): void => {
    const at = pointerIn(event, drawingOf(event))
    trackPointer(event, {
      after: DRAG_AFTER,
      start: () =>
        toast('X and Y are split: this line is what they make together. Drag its keys, or join X and Y.'),
      move: () => undefined,
      end({ cancelled, dragged }) {
        if (!cancelled && !dragged) addAt(route, at)
      },
    })
  }
  return { isChosen, choose, letGo, pressBead, pressLine, nudge, tag }
}
