import { useEventListener } from '@vueuse/core'
import { computed, ref, type ComputedRef } from 'vue'
import { moveLayersBy, moveWholeRoutesBy } from '@arrow-bend/core/edit'
import { layerById, type DrawItem } from '@arrow-bend/core/scene'
import { itemAt, type PictureBook } from '../../../draw/index.ts'
import { useDocument } from '../../../session/document.ts'
import { usePlayback } from '../../../session/playback.ts'
import { usePreferences } from '../../../session/preferences.ts'
import { useSelection } from '../../../session/selection.ts'
import { trackPointer } from '../../../ui/trackPointer.ts'

export interface StageGesturesOptions {
  /** Where a pointer event lies on the stage, px. */
  readonly stagePoint: (event: MouseEvent) => readonly [number, number]
  readonly items: () => readonly DrawItem[]
  readonly pictures: PictureBook
  /** Moves the view by screen px. */
  readonly pan: (dx: number, dy: number) => void
  /** Screen px a stage px. */
  readonly scale: () => number
}

export interface StageGestures {
  readonly press: (event: PointerEvent) => void
  readonly cursor: ComputedRef<string>
}

/** The name of a move in the history. */
function labelOf(count: number, whole: boolean): string {
  if (whole) return count > 1 ? 'Whole routes moved' : 'Whole route moved'
  return count > 1 ? 'Layers moved' : 'Layer moved'
}

/** Pointer travel before a press becomes a drag, screen px. */
const DRAG_AFTER = 3

/** Selecting and moving layers by hand, and panning with Space or the middle button. */
export function useStageGestures(options: StageGesturesOptions): StageGestures {
  const document = useDocument()
  const selection = useSelection()
  const playback = usePlayback()
  const preferences = usePreferences()
  const spaceHeld = ref(false)
  const panning = ref(false)

  useEventListener(window, 'keydown', (event) => {
    if (event.key === ' ') spaceHeld.value = true
  })
  useEventListener(window, 'keyup', (event) => {
    if (event.key === ' ') spaceHeld.value = false
  })

  const pan = (event: PointerEvent): void => {
    panning.value = true
    let [x, y] = [event.clientX, event.clientY]
    trackPointer(event, {
      move(moved) {
        options.pan(moved.clientX - x, moved.clientY - y)
        x = moved.clientX
        y = moved.clientY
      },
      end: () => (panning.value = false),
    })
  }

  const drag = (event: PointerEvent, layers: readonly string[]): void => {
    const scene = document.scene
    if (!scene) return
    const movable = layers.filter((id) => layerById(scene, id)?.locked === false)
    if (movable.length === 0) return
    const start = options.stagePoint(event)
    const whole = event.ctrlKey || event.metaKey
    let gesture: ReturnType<typeof document.begin> | null = null
    trackPointer(event, {
      move(moved) {
        const point = options.stagePoint(moved)
        const by: [number, number] = [point[0] - start[0], point[1] - start[1]]
        if (!gesture && Math.hypot(...by) * options.scale() < DRAG_AFTER) return
        if (!gesture) playback.pause()
        gesture ??= document.begin(labelOf(movable.length, whole))
        if (moved.shiftKey) by[Math.abs(by[0]) > Math.abs(by[1]) ? 1 : 0] = 0
        const move = { scene: scene.id, layers: movable, time: playback.time, by }
        const keys = { autoKey: preferences.autoKey, makeId: document.makeId }
        gesture.preview((draft) => (whole ? moveWholeRoutesBy(draft, move) : moveLayersBy(draft, move, keys)))
      },
      end: (cancelled) => (cancelled ? gesture?.cancel() : gesture?.commit()),
    })
  }

  const press = (event: PointerEvent): void => {
    if (event.button === 1 || (event.button === 0 && spaceHeld.value)) {
      pan(event)
      return
    }
    if (event.button !== 0) return
    const hit = itemAt(options.items(), options.stagePoint(event), options.pictures)
    if (!hit) {
      if (!event.shiftKey) selection.clear()
      return
    }
    if (event.shiftKey) selection.selectLayers([hit.layer.id], true)
    else if (!selection.hasLayer(hit.layer.id)) selection.selectLayers([hit.layer.id])
    if (selection.hasLayer(hit.layer.id)) drag(event, selection.layers)
  }

  const cursor = computed(() => (panning.value ? 'grabbing' : spaceHeld.value ? 'grab' : 'default'))
  return { press, cursor }
}
