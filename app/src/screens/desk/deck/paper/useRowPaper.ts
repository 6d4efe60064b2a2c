import { useDevicePixelRatio } from '@vueuse/core'
import { inject, onScopeDispose, provide, watch, type InjectionKey, type Ref } from 'vue'
import { useInks } from '../../../../session/view/inks.ts'
import { useView } from '../../../../session/view/view.ts'
import { LANE_HEIGHT } from '../../../../chart/lane/laneDrawing.ts'

/** What a row is painted with: a canvas that begins at its top left corner, and the theme's colours by name. */
export interface Brush {
  readonly on: CanvasRenderingContext2D
  readonly ink: (name: string) => string
}

export type PaintRow = (brush: Brush) => void

interface Paper {
  /** Holds the canvases of all rows: it lies beneath the rows, so that these stay one layer for the browser. */
  readonly sheet: Readonly<Ref<HTMLElement | null>>
  /** Device pixels a px. */
  readonly pixelRatio: Readonly<Ref<number>>
}

const PAPER: InjectionKey<Paper> = Symbol('paper')

/** Has the rows of a deck painted in a part of its page. */
export function providePaper(sheet: Readonly<Ref<HTMLElement | null>>): void {
  provide(PAPER, { sheet, pixelRatio: useDevicePixelRatio().pixelRatio })
}

/**
 * Has what is seen of a row painted beneath it, as long as the component that calls it lives. As lines on the page each
 * change would cost style, layout, paint and tiles.
 * @param top where the row begins, px
 * @param paint how it is painted now; what it reads here, rather than while painting, has it painted anew
 */
export function useRowPaper(top: () => number, paint: () => PaintRow): void {
  const paper = inject(PAPER)
  if (!paper) throw new Error('A row is painted only in a deck.')
  const inks = useInks()
  const view = useView()
  const canvas = document.createElement('canvas')
  const on = canvas.getContext('2d')!
  const at = { immediate: true }
  watch(paper.sheet, (sheet) => sheet?.append(canvas), at)
  watch(top, (px) => (canvas.style.top = `${px}px`), at)
  watch(
    [() => view.laneWidth, paper.pixelRatio] as const,
    ([width, ratio]) => {
      // Setting its size empties a canvas.
      canvas.width = Math.round(width * ratio)
      canvas.height = Math.round(LANE_HEIGHT * ratio)
      canvas.style.width = `${width}px`
      canvas.style.height = `${LANE_HEIGHT}px`
    },
    at,
  )
  watch(
    [paint, () => inks.of, () => view.laneWidth, paper.pixelRatio] as const,
    ([picture, ink, width, ratio]) => {
      on.save()
      on.scale(ratio, ratio)
      on.clearRect(0, 0, width, LANE_HEIGHT)
      picture({ on, ink })
      on.restore()
    },
    { ...at, flush: 'post' },
  )
  onScopeDispose(() => canvas.remove())
}
