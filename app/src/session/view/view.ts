import { defineStore } from 'pinia'
import { computed, shallowRef } from 'vue'
import { asTicks } from '@arrow-bend/core/time'
import { useDocument } from '../document/document.ts'
import { createOpenLanes, type KeptLanes } from './openLanes.ts'
import { createRowList, type KeptRows } from './rowList.ts'
import { createTimeWindow } from './timeWindow.ts'

/** A moment that a drag in time has come into line with. */
export interface SnapLine {
  readonly time: number
  /** What stands there. */
  readonly words: string
}

/** The view as kept with a scene. */
export interface KeptView extends KeptRows {
  readonly zoom: number
  readonly origin: number
  readonly open: KeptLanes
}

/** How the deck shows time and rows. */
export const useView = defineStore('view', () => {
  const document = useDocument()
  const duration = computed(() => document.scene?.duration ?? asTicks(1))
  const { showAs, ...time } = createTimeWindow(duration, () => document.rate)
  const { restoreLanes, ...lanes } = createOpenLanes()
  const { restoreRows, ...rows } = createRowList()

  /** What a drag in time has come into line with; null for nothing. */
  const snapLine = shallowRef<SnapLine | null>(null)
  /** Ids of the layers whose rows are in view. */
  const rowsInView = shallowRef<ReadonlySet<string>>(new Set())
  /** The scene whose view this is, by `document.place`; null before any was opened. */
  const keptFor = shallowRef<string | null>(null)

  /** What of the view is kept with a project, as plain data. */
  const kept = computed(() => ({
    zoom: time.zoom.value,
    origin: time.origin.value,
    filter: rows.filter.value,
    folded: [...rows.folded],
    full: [...rows.full],
    sets: [...rows.sets],
    open: [...lanes.open],
    order: [...rows.order],
  }))
  const restore = (state: Partial<KeptView>): void => {
    showAs(state)
    restoreRows(state)
    restoreLanes(state.open)
  }

  return { ...time, ...lanes, ...rows, duration, snapLine, rowsInView, kept, keptFor, restore }
})
