import { useEventListener } from '@vueuse/core'
import { computed, ref, type ComputedRef, type ShallowRef } from 'vue'
import { toast } from '../../../ui/toast.ts'
import { moveLayersBy, moveWholeRoutesBy } from '@arrow-bend/core/edit'
import {
  layerById,
  shownScene,
  layerTimeAt,
  parentMatrixAt,
  withRiders,
  type DrawItem,
  type Matrix,
  type LayerKind,
} from '@arrow-bend/core/scene'
import { asTicks } from '@arrow-bend/core/time'
import { itemAt, takesClickAt, wayOnStage, type PictureBook } from '../../../draw/index.ts'
import { useDocument } from '../../../session/document/document.ts'
import { usePlayback } from '../../../session/playback/playback.ts'
import { usePreferences } from '../../../session/preferences.ts'
import { useSelection } from '../../../session/selection/selection.ts'
import { useStageView, type StageTool } from '../../../session/view/stageView.ts'
import { trackPointer } from '../../../gesture/trackPointer.ts'
import { boxItems, isInBox } from './box/boxItems.ts'
import { moveWords, placeAt } from './moveWords.ts'
import type { Point } from '../../../chart/route/routeGeometry.ts'
import type { StageCamera } from './view/useStageCamera.ts'
import { usePointerDrag, type PointerTag } from '../../../gesture/usePointerDrag.ts'
import { alongOneAxis, landed, onlyAxis, type Snapping, type SnapSession } from './useSnapping.ts'

export interface StageGesturesOptions {
  readonly camera: StageCamera
  readonly snapping: Snapping
  readonly items: () => readonly DrawItem[]
  readonly pictures: PictureBook
}

export interface StageGestures {
  readonly press: (event: PointerEvent) => void
  /** Selects the layer that is seen there as a whole; none where there is none. */
  readonly selectAt: (event: MouseEvent) => void
  /** Begins to write in the text that is seen there, to bend the path's outline, or goes into the scene that is shown. */
  readonly writeAt: (event: MouseEvent) => void
  /** Whether a press there is on what a selected layer draws. */
  readonly isOnLayer: (event: PointerEvent, layer: string) => boolean
  /** Starts panning if that is what a press means, and tells whether it did. */
  readonly pressPan: (event: PointerEvent) => boolean
  readonly cursor: ComputedRef<string>
  readonly tag: ShallowRef<PointerTag | null>
}

/** The name of a move in the history. */
function labelOf(count: number, whole: boolean): string {
  if (whole) return count > 1 ? 'Whole routes moved' : 'Whole route moved'
  return count > 1 ? 'Layers moved' : 'Layer moved'
}

/** What two clicks on a layer begin with it; a text is written in. */
const TOOL_OF: Partial<Record<LayerKind, StageTool>> = { path: 'outline', image: 'crop', clip: 'crop' }

/** Selecting and moving layers by hand, and panning with Space or the middle button. */
export function useStageGestures({ camera, snapping, items, pictures }: StageGesturesOptions): StageGestures {
  const document = useDocument()
  const selection = useSelection()
  const playback = usePlayback()
  const preferences = usePreferences()
  const stageView = useStageView()
  const { drag, tag } = usePointerDrag('stage')
  const spaceHeld = ref(false)
  const panning = ref(false)

  useEventListener(window, 'keydown', (event) => {
    if (event.key === ' ') spaceHeld.value = true
  })
  useEventListener(window, 'keyup', (event) => {
    if (event.key === ' ') spaceHeld.value = false
  })

  const pressPan = (event: PointerEvent): boolean => {
    if (event.button !== 1 && !(event.button === 0 && spaceHeld.value)) return false
    panning.value = true
    let before: Point = [0, 0]
    trackPointer(event, {
      move(_, way) {
        camera.pan(way[0] - before[0], way[1] - before[1])
        before = way
      },
      end: () => (panning.value = false),
    })
    return true
  }

  const move = (event: PointerEvent, layers: readonly string[], click?: () => void): void => {
    const scene = document.scene!
    const movable = layers.filter((id) => layerById(scene, id)?.locked === false)
    if (movable.length === 0) {
      toast('This layer is locked: unlock it in the list to move it.')
      return
    }
    const whole = event.ctrlKey || event.metaKey
    const session = snapping.begin(movable)
    const last = movable[movable.length - 1]!
    const ownTime = asTicks(Math.round(layerTimeAt(scene, last, playback.time, document.bends)))
    const from = placeAt(layerById(scene, last)!, ownTime, document.bends)
    const outer = parentMatrixAt(scene, last, playback.time, document.bends)
    const words = moveWords(layerById(scene, last)!, {
      time: ownTime,
      rate: scene.rate,
      whole,
      autoKey: preferences.autoKey,
    })
    drag(event, {
      label: labelOf(movable.length, whole),
      moveTo: ({ way, event: moved }) => {
        const by = snapped(way, moved, { session, from, outer })
        const change = { scene: scene.id, layers: movable, time: playback.time, by }
        const keys = { autoKey: preferences.autoKey, makeId: document.makeId }
        return {
          recipe: (draft) => (whole ? moveWholeRoutesBy(draft, change) : moveLayersBy(draft, change, keys)),
          words: () => words(layerById(document.scene!, last)!, document.bends),
        }
      },
      ended: snapping.end,
      ...(click ? { click } : {}),
    })
  }

  /** A way on the screen as one on the stage: level or upright with Shift, and into line with what is near. */
  const snapped = (
    way: Point,
    event: PointerEvent,
    { session: { box, snap }, from, outer }: { session: SnapSession; from: Point; outer: Matrix },
  ): Point => {
    const by = event.shiftKey ? alongOneAxis(way) : way
    const moved = wayOnStage(camera.view.value, by)
    const more = box
      ? snap({ ...box, x: box.x + moved[0], y: box.y + moved[1] }, event, onlyAxis(by))
      : ([0, 0] as const)
    return landed(from, moved, { more, outer, event })
  }

  const isInSelected = (point: Point): boolean => {
    const scene = document.scene!
    const ids = selection.layers.filter((id) => layerById(scene, id)?.locked === false)
    const at = { items: items(), pictures, library: document.bends, time: playback.time }
    return boxItems(scene, ids, at).some((box) => isInBox(box, point))
  }
  const isOnLayer = (event: PointerEvent, layer: string): boolean => {
    const point = camera.stagePoint(event)
    const inside = withRiders(document.scene!, [layer])
    return items().some((item) => inside.has(item.use.id) && takesClickAt(item, point, pictures))
  }

  const parentOf = (id: string): string | null => layerById(document.scene!, id)?.parent ?? null
  /** A layer and the groups round it, from within. */
  const pathOf = (id: string): string[] => {
    const path: string[] = []
    for (let at: string | null = id; at !== null; at = parentOf(at)) path.push(at)
    return path
  }
  /** The layer that was hit or the group it lies in that stands beside what is selected; the layer where none does. */
  const besideSelected = (hit: string): string => {
    const last = selection.layers.at(-1)
    const beside = last === undefined ? null : parentOf(last)
    return beside === null ? hit : (pathOf(hit).find((id) => parentOf(id) === beside) ?? hit)
  }
  /** The layer that was hit, or the selected group it lies in, or the group beside what is selected. */
  const layerToMove = (hit: string): string =>
    pathOf(hit).find((id) => (id === hit || isGroup(id)) && selection.hasLayer(id)) ?? besideSelected(hit)
  /** What a click in a selected group selects: the next step on the way to what was hit. */
  const inside = (group: string, hit: string): string => {
    const path = pathOf(hit)
    return path[path.indexOf(group) - 1] ?? hit
  }
  const isGroup = (id: string): boolean => layerById(document.scene!, id)?.kind === 'group'

  const selectAt = (event: MouseEvent): void => {
    const hit = itemAt(items(), camera.stagePoint(event), pictures)?.use.id
    const target = hit && layerToMove(hit)
    if (target) selection.selectWholeLayers(target)
    else selection.clear()
  }

  const writeAt = (event: MouseEvent): void => {
    const hit = itemAt(items(), camera.stagePoint(event), pictures)
    const shown = hit && shownScene(hit.use, document.scenes)
    if (shown) selection.goTo(shown.id)
    if (!hit || hit.layer !== hit.use) return
    const tool = TOOL_OF[hit.kind]
    if (hit.kind !== 'text' && !tool) return
    selection.selectLayers([hit.layer.id])
    if (tool) stageView.tool = tool
    else stageView.writing = hit.layer.id
  }

  const press = (event: PointerEvent): void => {
    if (event.button !== 0) return
    if (stageView.before) {
      toast('This is how it was before. Switch “Before” off to edit.')
      return
    }
    const point = camera.stagePoint(event)
    const hit = itemAt(items(), point, pictures)?.use.id ?? null
    if (event.shiftKey) {
      const one = hit && besideSelected(hit)
      if (one) selection.selectLayers([one], true)
      if (one && selection.hasLayer(one)) move(event, selection.layers)
      return
    }
    const target = hit && layerToMove(hit)
    // What is selected is moved by all of its box, whatever lies over it; a click selects what is seen there.
    const isSelected = target !== null && selection.hasLayer(target)
    if (!isSelected && isInSelected(point)) {
      move(event, selection.layers, () => (hit ? selection.selectLayers([hit]) : selection.clear()))
      return
    }
    if (!hit || !target) {
      selection.clear()
      return
    }
    if (!isSelected) selection.selectLayers([target])
    // A click on what lies in a selected group goes into the group, a step at a time.
    const goIn = (): void => selection.selectLayers([inside(target, hit)])
    move(event, selection.layers, isSelected && target !== hit ? goIn : undefined)
  }

  const cursor = computed(() => (panning.value ? 'grabbing' : spaceHeld.value ? 'grab' : 'default'))
  return { press, pressPan, selectAt, writeAt, isOnLayer, cursor, tag }
}
