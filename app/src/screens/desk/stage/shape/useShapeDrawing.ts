import { useEventListener } from '@vueuse/core'
import { shallowRef, type ShallowRef } from 'vue'
import { useStageView, type StageTool } from '../../../../session/view/stageView.ts'
import { DRAG_AFTER, trackPointer } from '../../../../gesture/trackPointer.ts'
import { NEW_LAYERS, useNewLayer } from '../../../../command/useNewLayer.ts'
import type { Point } from '../../../../chart/route/routeGeometry.ts'
import type { StageCamera } from '../view/useStageCamera.ts'
import type { Snapping } from '../useSnapping.ts'

export type DrawnShape = 'rectangle' | 'ellipse' | 'text'
const SHAPES: readonly string[] = ['rectangle', 'ellipse', 'text'] satisfies readonly DrawnShape[]

/** The box being drawn, px of the stage. */
export interface ShapeDraft {
  readonly shape: DrawnShape
  readonly x: number
  readonly y: number
  readonly width: number
  readonly height: number
}

/** Drawing rectangles, ellipses and texts on the stage: a drag gives the size, a click takes the usual one. */
export function useShapeDrawing(
  camera: StageCamera,
  snapping: Snapping,
): {
  readonly press: (event: PointerEvent, shape: DrawnShape) => void
  readonly draft: ShallowRef<ShapeDraft | null>
} {
  const stageView = useStageView()
  const { add } = useNewLayer()
  const draft = shallowRef<ShapeDraft | null>(null)

  /** A text that was put somewhere is written in next. */
  const put = (shape: DrawnShape, values: Readonly<Record<string, number | Point>> = {}): void => {
    const id = add(NEW_LAYERS[shape], values)
    if (shape === 'text') stageView.writing = id
  }

  const press = (event: PointerEvent, shape: DrawnShape): void => {
    const { snap } = snapping.begin([])
    const inLine = (moved: PointerEvent): Point => {
      const [x, y] = camera.stagePoint(moved)
      const by = snap({ x, y, width: 0, height: 0 }, moved)
      const exact: Point = [x + by[0], y + by[1]]
      return moved.ctrlKey || moved.metaKey ? exact : (exact.map(Math.round) as unknown as Point)
    }
    const start = inLine(event)
    const size = (moved: PointerEvent): ShapeDraft => {
      const [x, y] = inLine(moved)
      let [width, height] = [x - start[0], y - start[1]]
      if (moved.shiftKey) {
        const side = Math.max(Math.abs(width), Math.abs(height))
        width = side * Math.sign(width || 1)
        height = side * Math.sign(height || 1)
      }
      return {
        shape,
        x: Math.min(start[0], start[0] + width),
        y: Math.min(start[1], start[1] + height),
        width: Math.abs(width),
        height: Math.abs(height),
      }
    }
    trackPointer(event, {
      after: DRAG_AFTER,
      move: (moved) => (draft.value = size(moved)),
      end({ cancelled }) {
        const drawn = draft.value
        draft.value = null
        snapping.end()
        stageView.tool = 'pointer'
        if (cancelled) return
        put(shape, !drawn || drawn.width < 1 || drawn.height < 1 ? { position: start } : valuesOf(drawn))
      },
    })
  }
  /** Without a pointer: Enter puts the usual one in the middle, Escape gives up. */
  const isDrawn = (tool: StageTool): tool is DrawnShape => SHAPES.includes(tool)
  useEventListener(
    window,
    'keydown',
    (event) => {
      const { tool } = stageView
      if (!isDrawn(tool) || (event.target as HTMLElement).matches('input, select, button')) return
      if (event.key !== 'Enter' && event.key !== 'Escape') return
      event.preventDefault()
      event.stopPropagation()
      stageView.tool = 'pointer'
      if (event.key === 'Enter') put(tool)
    },
    { capture: true },
  )
  return { press, draft }
}

/** A text stands on its line, as high as the box; other shapes lie about their middle. */
function valuesOf({ shape, x, y, width, height }: ShapeDraft): Record<string, number | Point> {
  const middle = x + width / 2
  if (shape === 'text') return { position: [middle, y + height * 0.78], 'font size': Math.round(height) }
  return { position: [middle, y + height / 2], size: [width, height] }
}
