import { clamp } from '@arrow-bend/core/number'
import type { ShallowRef } from 'vue'
import { compileBend, peakOfCurve } from '@arrow-bend/core/bend'
import {
  findProperty,
  shapeOf,
  slideSpeedPeaks,
  strengthenBends,
  type KeyRef,
  type PropertyRef,
} from '@arrow-bend/core/edit'
import { compiledOf } from '@arrow-bend/core/property'
import { useDocument } from '../../../../session/document/document.ts'
import { useSelection } from '../../../../session/selection/selection.ts'
import { usePointerDrag, type PointerTag } from '../../../../gesture/usePointerDrag.ts'
import type { SpanDrawing } from '../../../../chart/lane/ribbon.ts'

/** px up that make a bend as strong as it goes, and down as soft. */
const FULL = 120
/** Where words stand, px: within the lane, not below the pointer. */
const WORDS_Y = -7

/** A ribbon by hand: up makes its bend stronger, down softer; sideways moves where its speed peaks. */
export function useRibbonDrag(lane: () => PropertyRef): {
  readonly press: (event: PointerEvent, span: SpanDrawing) => void
  readonly tag: ShallowRef<PointerTag | null>
} {
  const document = useDocument()
  const selection = useSelection()
  const { drag, tag } = usePointerDrag('deck', WORDS_Y)

  const press = (event: PointerEvent, span: SpanDrawing): void => {
    const ref: KeyRef = { ...lane(), key: span.key }
    const add = event.shiftKey || event.ctrlKey || event.metaKey
    const wasChosen = selection.hasSpan(ref)
    if (!wasChosen) selection.selectSpans([ref], add)
    const property = findProperty(document.project!, ref)
    const bend = property && compiledOf(property, document.bends).bends[span.index]
    const shape = bend && shapeOf(bend)
    const peak = (shape && peakOfCurve(compileBend(shape))) ?? 0.5
    let across: boolean | null = null
    drag(event, {
      label: 'Ribbon bent',
      bent: () => selection.spans,
      moveTo: ({ way }) => {
        // A hold and steps have nothing to be stronger or softer.
        if (!shape) return null
        across ??= Math.abs(way[0]) > Math.abs(way[1])
        const refs = selection.spans
        if (across) {
          const to = clamp(peak + way[0] / (span.x1 - span.x0), 0.01, 0.99)
          return {
            recipe: (draft) => slideSpeedPeaks(draft, refs, to),
            words: `fastest at ${Math.round(to * 100)} %`,
          }
        }
        const by = clamp(-way[1] / FULL, -1, 1)
        return {
          recipe: (draft) => strengthenBends(draft, refs, by),
          words: by < 0 ? `softer ${Math.round(-by * 100)} %` : `stronger ${Math.round(by * 100)} %`,
        }
      },
      click: () => wasChosen && selection.selectSpans([ref], add),
    })
  }
  return { press, tag }
}
