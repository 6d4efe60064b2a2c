import type { useVirtualizer } from '@tanstack/vue-virtual'
import { nextTick, watch } from 'vue'
import { useView } from '../../../../session/view/view.ts'
import { laneOf, type Row } from '../rows.ts'

/** Keeps the list of rows in step with lanes that open, close and grow; one just opened comes into view whole. */
export function useLaneHeights(
  virtual: ReturnType<typeof useVirtualizer<HTMLElement, Element>>,
  { rows, tops }: { readonly rows: () => readonly Row[]; readonly tops: () => readonly number[] },
): void {
  const view = useView()
  // The virtualiser keeps the sizes it knows; it measures anew when a lane is opened, closed or drawn larger.
  watch(
    () => tops().join(),
    () => virtual.value.measure(),
  )
  watch(
    () => [...view.open.keys()],
    async (now, before) => {
      const opened = now.find((lane) => !before.includes(lane))
      const index = opened === undefined ? -1 : rows().findIndex((row) => laneOf(row)?.id === opened)
      if (index < 0) return
      await nextTick()
      const [top, bottom] = [tops()[index]!, tops()[index + 1]!]
      const from = virtual.value.scrollOffset ?? 0
      const high = virtual.value.scrollRect?.height ?? 0
      // Scrolling makes the browser lay the page out at once, so only what is out of view is scrolled to.
      if (top < from || bottom > from + high) virtual.value.scrollToIndex(index, { align: 'auto' })
    },
  )
}
