import { useEventListener } from '@vueuse/core'
import { computed, ref, type ComputedRef, type ShallowRef } from 'vue'
import { toast } from 'vue-sonner'
import { moveLayersBy, moveWholeRoutesBy } from '@arrow-bend/core/edit'
import { layerById, type DrawItem } from '@arrow-bend/core/scene'
import { itemAt, type PictureBook } from '../../../draw/index.ts'
import { useDocument } from '../../../session/document.ts'
import { usePlayback } from '../../../session/playback.ts'
import { usePreferences } from '../../../session/preferences.ts'
import { useSelection } from '../../../session/selection.ts'
import { useStageView } from '../../../session/stageView.ts'
import { trackPointer } from '../../../ui/trackPointer.ts'
import { moveWords } from './moveWords.ts'
import type { Point } from './routeGeometry.ts'
import type { StageCamera } from './useStageCamera.ts'
import { useStageDrag, type PointerTag } from './useStageDrag.ts'
import type { Snapping } from './useSnapping.ts'

export interface StageGesturesOptions {
  readonly camera: StageCamera
  readonly snapping: Snapping
  readonly items: () => readonly DrawItem[]
  readonly pictures: PictureBook
}

export interface StageGestures {
  readonly press: (event: PointerEvent) => void
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

/** Selecting and moving layers by hand, and panning with Space or the middle button. */
export function useStageGestures({ camera, snapping, items, pictures }: StageGesturesOptions): StageGestures {
  const document = useDocument()
  const selection = useSelection()
  const playback = usePlayback()
  const preferences = usePreferences()
  const stageView = useStageView()
  const { drag, tag } = useStageDrag()
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
    let [x, y] = [event.clientX, event.clientY]
    trackPointer(event, {
      move(moved) {
        camera.pan(moved.clientX - x, moved.clientY - y)
        x = moved.clientX
        y = moved.clientY
      },
      end: () => (panning.value = false),
    })
    return true
  }

  const move = (event: PointerEvent, layers: readonly string[]): void => {
    const scene = document.scene!
    const movable = layers.filter((id) => layerById(scene, id)?.locked === false)
    if (movable.length === 0) {
      toast('This layer is locked: unlock it in the list to move it.')
      return
    }
    const whole = event.ctrlKey || event.metaKey
    const session = snapping.begin(movable)
    const last = movable[movable.length - 1]!
    const words = moveWords(layerById(scene, last)!, {
      time: playback.time,
      whole,
      autoKey: preferences.autoKey,
    })
    drag(event, {
      label: labelOf(movable.length, whole),
      moveTo: ({ way, event: moved }) => {
        const by = snapped(way, moved, session)
        const change = { scene: scene.id, layers: movable, time: playback.time, by }
        const keys = { autoKey: preferences.autoKey, makeId: document.makeId }
        return {
          recipe: (draft) => (whole ? moveWholeRoutesBy(draft, change) : moveLayersBy(draft, change, keys)),
          words: () => words(layerById(document.scene!, last)!, document.project!.bends),
        }
      },
      ended: snapping.end,
    })
  }

  /** A way on the screen as one on the stage: level or upright with Shift, and into line with what is near. */
  const snapped = (way: Point, event: PointerEvent, { box, snap }: ReturnType<Snapping['begin']>): Point => {
    const { scale } = camera.view.value
    const kept = event.shiftKey ? (Math.abs(way[0]) > Math.abs(way[1]) ? 0 : 1) : null
    const by: [number, number] = [way[0] / scale, way[1] / scale]
    if (kept !== null) by[1 - kept] = 0
    if (!box) return by
    const more = snap({ ...box, x: box.x + by[0], y: box.y + by[1] }, event)
    return [kept === 1 ? 0 : by[0] + more[0], kept === 0 ? 0 : by[1] + more[1]]
  }

  const press = (event: PointerEvent): void => {
    if (event.button !== 0) return
    if (stageView.before) {
      toast('This is how it was before. Switch “Before” off to edit.')
      return
    }
    const hit = itemAt(items(), camera.stagePoint(event), pictures)
    if (!hit) {
      if (!event.shiftKey) selection.clear()
      return
    }
    if (event.shiftKey) selection.selectLayers([hit.layer.id], true)
    else if (!selection.hasLayer(hit.layer.id)) selection.selectLayers([hit.layer.id])
    if (selection.hasLayer(hit.layer.id)) move(event, selection.layers)
  }

  const cursor = computed(() => (panning.value ? 'grabbing' : spaceHeld.value ? 'grab' : 'default'))
  return { press, pressPan, cursor, tag }
}
