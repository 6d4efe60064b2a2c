import { useEventListener } from '@vueuse/core'
import { computed, shallowRef, watch, type ComputedRef, type ShallowRef } from 'vue'
import { outlineBounds, outlinePathData } from '@arrow-bend/core/scene'
import type { Outline, Vertex } from '@arrow-bend/core/property'
import { useDocument } from '../../../../session/document/document.ts'
import { useStageView } from '../../../../session/view/stageView.ts'
import { trackPointer } from '../../../../gesture/trackPointer.ts'
import { NEW_LAYERS, useNewLayer } from '../../../../command/useNewLayer.ts'
import { arrowWay } from '../../../../gesture/arrowWay.ts'
import type { Point } from '../../../../chart/route/routeGeometry.ts'
import type { StageCamera } from '../view/useStageCamera.ts'

/** A point of the path under way: where it is, and the handle toward the next; the other lies opposite. */
interface PenPoint {
  readonly at: Point
  readonly leave: Point
}

export interface Pen {
  readonly press: (event: PointerEvent) => void
  readonly hover: (event: PointerEvent) => void
  readonly points: ShallowRef<readonly PenPoint[]>
  /** Where the next point would be set, px of the stage. */
  readonly tip: ShallowRef<Point>
  /** The path so far with the piece to the tip, as path data in stage px. */
  readonly path: ComputedRef<string>
  /** Whether the next point would close the path. */
  readonly closes: ComputedRef<boolean>
}

/** How near the first point a press closes the path, screen px. */
const NEAR = 9
const NO_ARM = { angle: 0, length: 0 } as const

/**
 * Drawing a path point by point: a click sets a corner, a drag draws its curve out, a press on the first point closes.
 * By keyboard: arrows move the tip, Enter sets a corner there, Escape leaves the path open as it is.
 */
export function usePen(camera: StageCamera): Pen {
  const document = useDocument()
  const stageView = useStageView()
  const { add } = useNewLayer()
  const points = shallowRef<readonly PenPoint[]>([])
  const tip = shallowRef<Point>([0, 0])

  watch(
    () => stageView.tool,
    (tool) => {
      if (tool !== 'pen') finish(false)
      else tip.value = document.scene!.size.map((side) => Math.round(side / 2)) as unknown as Point
    },
  )
  const closes = computed(() => {
    const [first] = points.value
    if (!first || points.value.length < 3) return false
    return Math.hypot(tip.value[0] - first.at[0], tip.value[1] - first.at[1]) * camera.view.value.scale < NEAR
  })
  const path = computed(() => {
    const list = closes.value ? points.value : [...points.value, { at: tip.value, leave: [0, 0] as const }]
    return list.length > 1 ? outlinePathData(outlineOf(list, closes.value)) : ''
  })

  const finish = (closed: boolean): void => {
    const drawn = points.value
    points.value = []
    if (drawn.length < 2) return
    const { vertices } = outlineOf(drawn, closed)
    const { x, y, width, height } = outlineBounds({ closed, vertices })
    const middle: Point = [x + width / 2, y + height / 2]
    const outline: Outline = {
      closed,
      vertices: vertices.map((vertex) => ({
        ...vertex,
        at: [vertex.at[0] - middle[0], vertex.at[1] - middle[1]],
      })),
    }
    // An open path is a line, a closed one a shape.
    const look: Record<string, number | string> = closed ? { 'stroke width': 0 } : { fill: '#00000000' }
    add(NEW_LAYERS.path, { position: middle, outline, ...look })
  }
  const place = (): boolean => {
    if (!closes.value) {
      points.value = [...points.value, { at: tip.value, leave: [0, 0] }]
      return false
    }
    finish(true)
    stageView.tool = 'pointer'
    return true
  }

  const hover = (event: PointerEvent): void => {
    tip.value = onPixels(camera.stagePoint(event), event)
  }
  const press = (event: PointerEvent): void => {
    hover(event)
    if (place()) return
    const { at } = points.value[points.value.length - 1]!
    trackPointer(event, {
      move(moved) {
        const [x, y] = onPixels(camera.stagePoint(moved), moved)
        points.value = [...points.value.slice(0, -1), { at, leave: [x - at[0], y - at[1]] }]
      },
      end({ cancelled }) {
        if (cancelled) points.value = points.value.slice(0, -1)
      },
    })
  }

  useEventListener(
    window,
    'keydown',
    (event) => {
      if (stageView.tool !== 'pen' || (event.target as HTMLElement).matches('input, select, button')) return
      const by = arrowWay(event)
      if (by) tip.value = [tip.value[0] + by[0], tip.value[1] + by[1]]
      else if (event.key === 'Enter') place()
      else if (event.key === 'Backspace') points.value = points.value.slice(0, -1)
      else if (event.key === 'Escape') stageView.tool = 'pointer'
      else return
      event.preventDefault()
      event.stopPropagation()
    },
    { capture: true },
  )
  return { press, hover, points, tip, path, closes }
}

/** On whole px of the stage; exactly where the pointer is while Ctrl/Cmd is held. */
function onPixels(point: Point, { ctrlKey, metaKey }: MouseEvent): Point {
  return ctrlKey || metaKey ? point : [Math.round(point[0]), Math.round(point[1])]
}

function outlineOf(points: readonly PenPoint[], closed: boolean): Outline {
  return {
    closed,
    vertices: points.map(({ at, leave: [x, y] }): Vertex => {
      const length = Math.hypot(x, y)
      if (length === 0) return { at, arrive: NO_ARM, leave: NO_ARM, corner: 0 }
      const angle = (Math.atan2(y, x) * 180) / Math.PI
      return { at, leave: { angle, length }, arrive: { angle: angle + 180, length }, corner: 0 }
    }),
  }
}
