import { watch } from 'vue'
import { useSelection } from '../../../session/selection/selection.ts'
import { useHoveredView } from '../../../session/view/hoveredView.ts'
import { useView } from '../../../session/view/view.ts'
import { laneOf, type Row } from './rows.ts'

/** Brings rows into view: the lane that was given the whole deck, and what is clicked on the stage. */
export function useShownRow(
  rows: () => readonly Row[],
  scrollTo: (index: number, align: 'auto' | 'start') => void,
): void {
  const selection = useSelection()
  const view = useView()
  const hover = useHoveredView()
  watch(
    () => view.wanted,
    (id) => {
      const index = rows().findIndex((row) => laneOf(row)?.id === id)
      if (id === null || index < 0) return
      view.wanted = null
      scrollTo(index, 'start')
    },
    { flush: 'post' },
  )
  // The list stays where the hand is in it.
  watch(
    () => selection.layers.at(-1),
    (id) => {
      if (id === undefined || !hover.stage) return
      const index = rows().findIndex((row) => row.layer.id === id)
      if (index >= 0) scrollTo(index, 'auto')
    },
    { flush: 'post' },
  )
}
