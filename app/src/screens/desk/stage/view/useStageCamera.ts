import { pointerIn } from '../../../../gesture/pointerPlace.ts'
import { clamp } from '@arrow-bend/core/number'
import { computed, shallowRef, type ComputedRef, type Ref } from 'vue'
import type { SnapBox } from '@arrow-bend/core/snap'
import { toStage, type StageView } from '../../../../draw/index.ts'
import type { Point } from '../../../../chart/route/routeGeometry.ts'

export interface StageCamera {
  readonly view: ComputedRef<StageView>
  /** Where a pointer event lies in the panel, px. */
  readonly panelPoint: (event: MouseEvent) => Point
  /** Where a pointer event lies on the stage, px. */
  readonly stagePoint: (event: MouseEvent) => Point
  readonly zoomMiddle: (factor: number) => void
  readonly onWheel: (event: WheelEvent) => void
  /** Moves the view by screen px. */
  readonly pan: (dx: number, dy: number) => void
  readonly fitFrame: () => void
  /** One px of the screen a px of the stage, about the middle of the panel and on whole px. */
  readonly actualSize: () => void
  /** Brings a box of the stage into view as large as it fits. */
  readonly fitBox: (box: SnapBox) => void
}

const LEAST_ZOOM = 0.05
const MOST_ZOOM = 8
/** px kept free around what is fitted. */
const MARGIN = 16

const clampZoom = (scale: number): number => clamp(scale, LEAST_ZOOM, MOST_ZOOM)

/** Where the stage's frame lies in its panel: fitted until the person zooms or pans. */
export function useStageCamera(
  panel: Ref<HTMLElement | null>,
  size: {
    readonly width: Ref<number>
    readonly height: Ref<number>
    readonly frame: Ref<readonly [number, number]>
  },
): StageCamera {
  const own = shallowRef<StageView | null>(null)

  const fitting = ({ x, y, width, height }: SnapBox): StageView => {
    const [across, down] = [size.width.value, size.height.value]
    const scale = clampZoom(
      Math.min((across - 2 * MARGIN) / Math.max(1, width), (down - 2 * MARGIN) / Math.max(1, height)),
    )
    return {
      scale,
      x: across / 2 - (x + width / 2) * scale,
      y: down / 2 - (y + height / 2) * scale,
    }
  }
  const fitted = computed(() => {
    const [width, height] = size.frame.value
    return fitting({ x: 0, y: 0, width, height })
  })
  const view = computed(() => own.value ?? fitted.value)

  const panelPoint = (event: MouseEvent): Point => pointerIn(event, panel.value!)
  const stagePoint = (event: MouseEvent): Point => toStage(view.value, panelPoint(event))
  const zoomAt = ([x, y]: Point, factor: number): void => {
    const { scale, x: left, y: top } = view.value
    const next = clampZoom(scale * factor)
    own.value = { scale: next, x: x - ((x - left) * next) / scale, y: y - ((y - top) * next) / scale }
  }
  const pan = (dx: number, dy: number): void => {
    own.value = { ...view.value, x: view.value.x + dx, y: view.value.y + dy }
  }
  const onWheel = (event: WheelEvent): void => {
    if (event.ctrlKey || event.metaKey) zoomAt(panelPoint(event), Math.exp(-event.deltaY * 0.002))
    else if (event.shiftKey) pan(-(event.deltaY || event.deltaX), 0)
    else pan(-event.deltaX, -event.deltaY)
  }
  return {
    view,
    panelPoint,
    stagePoint,
    zoomMiddle: (factor) => zoomAt([size.width.value / 2, size.height.value / 2], factor),
    onWheel,
    pan,
    fitFrame: () => (own.value = null),
    actualSize: () => {
      const { scale } = view.value
      zoomAt([size.width.value / 2, size.height.value / 2], 1 / scale)
      const { x, y } = view.value
      own.value = { scale: 1, x: Math.round(x), y: Math.round(y) }
    },
    fitBox: (box) => (own.value = fitting(box)),
  }
}
