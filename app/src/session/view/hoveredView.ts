import { defineStore } from 'pinia'
import { shallowRef } from 'vue'

/** What of the stage keys can move while the pointer is over it. */
export interface HoveredStage {
  fit(everything: boolean): void
  zoom(factor: number): void
}

/** The view under the pointer, which keys of the view are for: the stage, or else the deck. */
export const useHoveredView = defineStore('hoveredView', () => {
  const stage = shallowRef<HoveredStage | null>(null)
  return { stage }
})
