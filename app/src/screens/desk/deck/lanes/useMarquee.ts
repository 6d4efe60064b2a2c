import { pointerIn } from '../../../../gesture/pointerPlace.ts'
import { shallowRef, type ShallowRef } from 'vue'
import type { KeyRef } from '@arrow-bend/core/edit'
import type { Key } from '@arrow-bend/core/property'
import { useDocument } from '../../../../session/document/document.ts'
import { useSelection } from '../../../../session/selection/selection.ts'
import { useView } from '../../../../session/view/view.ts'
import { DRAG_AFTER, trackPointer } from '../../../../gesture/trackPointer.ts'
import { LANE_HEIGHT } from '../../../../chart/lane/laneDrawing.ts'
import { lanesOf, type Row } from '../rows.ts'

export interface Rectangle {
  readonly x: number
  readonly y: number
  readonly width: number
  readonly height: number
}

export interface Marquee {
  /** Shown while dragging, px in the rows' own area. */
  readonly shown: Readonly<ShallowRef<Rectangle | null>>
  /** Starts at a press; `origin` is the rows' area. */
  start(event: PointerEvent, origin: () => DOMRect): void
}

/** Selecting keys, and the spans between two of them, by a rectangle over lanes of any layers. */
export function useMarquee(rows: () => readonly Row[], tops: () => readonly number[]): Marquee {
  const document = useDocument()
  const selection = useSelection()
  const view = useView()
  const shown = shallowRef<Rectangle | null>(null)

  const select = (area: Rectangle, base: { keys: readonly KeyRef[]; spans: readonly KeyRef[] }): void => {
    const scene = document.scene!.id
    const [from, to] = [view.timeOf(area.x), view.timeOf(area.x + area.width)]
    const keys: KeyRef[] = [...base.keys]
    const spans: KeyRef[] = [...base.spans]
    for (const { row, lane } of lanesOf(rows())) {
      // An open lane counts as soon as it is touched, a closed one by its midline.
      const [top, bottom] = [tops()[row]!, tops()[row + 1]!]
      const inset = Math.min(LANE_HEIGHT / 2, (bottom - top) / 2)
      if (bottom - inset < area.y || top + inset > area.y + area.height) continue
      const list = lane.property.keys
      // In a graph that has beads, those within the rectangle are meant.
      const hit = view.beadsOf.get(lane.id)?.(area.y - top, area.y + area.height - top) ?? null
      const taken = ({ id, t }: Key): boolean => t >= from && t <= to && (hit === null || hit.has(id))
      list.forEach((key, i) => {
        if (!taken(key)) return
        const ref = { scene, layer: lane.layer.id, property: lane.definition.name, key: key.id }
        keys.push(ref)
        const next = list[i + 1]
        if (next && taken(next)) spans.push(ref)
      })
    }
    selection.selectKeysAndSpans(keys, spans)
  }

  const start = (event: PointerEvent, origin: () => DOMRect): void => {
    const begin = pointerIn(event, origin())
    const base = event.shiftKey ? { keys: selection.keys, spans: selection.spans } : { keys: [], spans: [] }
    trackPointer(event, {
      after: DRAG_AFTER,
      move(moved) {
        // Measured anew: the list may have been scrolled meanwhile.
        const [x, y] = pointerIn(moved, origin())
        shown.value = {
          x: Math.min(x, begin[0]),
          y: Math.min(y, begin[1]),
          width: Math.abs(x - begin[0]),
          height: Math.abs(y - begin[1]),
        }
        select(shown.value, base)
      },
      end({ cancelled, dragged }) {
        shown.value = null
        if ((cancelled || !dragged) && !event.shiftKey) selection.clear()
      },
    })
  }
  return { shown, start }
}
