import { useEventListener } from '@vueuse/core'
import { computed, ref, shallowRef, type ComputedRef, type Ref, type ShallowRef } from 'vue'
import { toast } from '../../../../ui/toast.ts'
import type { DrawnPoint } from '@arrow-bend/core/edit'
import { timedKeys } from '@arrow-bend/core/property'
import { applyMatrix, invertMatrix, layerById, parentMatrixAt } from '@arrow-bend/core/scene'
import { asTicks, ticksOfSeconds, type Ticks } from '@arrow-bend/core/time'
import { useDocument } from '../../../../session/document/document.ts'
import { usePlayback } from '../../../../session/playback/playback.ts'
import { useSelection } from '../../../../session/selection/selection.ts'
import { useStageView } from '../../../../session/view/stageView.ts'
import { trackPointer } from '../../../../gesture/trackPointer.ts'
import type { StageCamera } from '../view/useStageCamera.ts'

export interface RouteDrawingTool {
  /** Whether the hand's own timing is kept. */
  readonly keepTiming: Ref<boolean>
  /** What has been drawn so far, as the points of a polyline on the screen. */
  readonly line: ShallowRef<string>
  /** The layer that gets the route; null when none can. */
  readonly layer: ComputedRef<string | null>
  readonly press: (event: PointerEvent) => void
}

/** As much as a hand trembles, screen px. */
const TREMBLE = 2.5
/** A new route without the hand's timing lasts this long where the scene does. */
const USUAL_SECONDS = 2

/** Drawing the route of the layer selected last in one go over the picture. */
export function useRouteDrawing(camera: StageCamera): RouteDrawingTool {
  const document = useDocument()
  const playback = usePlayback()
  const selection = useSelection()
  const stageView = useStageView()
  const keepTiming = ref(true)
  const line = shallowRef('')

  const layer = computed(() => {
    const id = selection.layers[selection.layers.length - 1]
    const found = id && document.scene ? layerById(document.scene, id) : null
    return found && !found.locked && !found.properties['position']!.split ? found.id : null
  })

  /** From the first to the last key there is, or else on from the playhead. */
  const stretchOf = (id: string): readonly [Ticks, Ticks] => {
    const scene = document.scene!
    const timed = timedKeys(layerById(scene, id)!.properties['position']!)
    if (timed.length > 1) return [timed[0]!.t, timed[timed.length - 1]!.t]
    const end = Math.min(scene.duration, playback.time + ticksOfSeconds(USUAL_SECONDS))
    return [playback.time, asTicks(Math.max(playback.time + 1, end))]
  }

  useEventListener(
    window,
    'keydown',
    (event) => {
      if (event.key !== 'Escape' || stageView.tool !== 'route') return
      event.stopPropagation()
      stageView.tool = 'pointer'
    },
    { capture: true },
  )

  const press = (event: PointerEvent): void => {
    const id = layer.value
    if (!id) {
      toast(
        'Select a layer first that is not locked and whose position is not split: its route is what you draw.',
      )
      return
    }
    playback.pause()
    const inverse = invertMatrix(parentMatrixAt(document.scene!, id, playback.time, document.bends))
    if (!inverse) return
    const began = event.timeStamp
    const edits = import('../../../../command/seldomEdits.ts')
    const points: DrawnPoint[] = []
    const add = (moved: PointerEvent): void => {
      const [x, y] = camera.stagePoint(moved)
      points.push({
        at: applyMatrix(inverse, x, y),
        ticks: ticksOfSeconds((moved.timeStamp - began) / 1000),
      })
      line.value += ` ${camera.panelPoint(moved).join()}`
    }
    add(event)
    trackPointer(event, {
      move: add,
      end({ cancelled }) {
        line.value = ''
        stageView.tool = 'pointer'
        if (cancelled) return
        const [start, end] = keepTiming.value ? [playback.time, playback.time] : stretchOf(id)
        const ref = { scene: document.sceneId, layer: id, property: 'position' }
        const options = {
          start,
          end,
          keepTiming: keepTiming.value,
          within: TREMBLE / camera.view.value.scale,
          makeId: document.makeId,
        }
        void edits.then(({ drawRoute }) =>
          document.apply('Route drawn', (draft) => drawRoute(draft, ref, points, options)),
        )
      },
    })
  }

  return { keepTiming, line, layer, press }
}
