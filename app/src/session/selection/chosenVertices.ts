import { defineStore } from 'pinia'
import { shallowRef } from 'vue'

/** Vertices of one layer's outline, from 0. */
export interface ChosenVertices {
  readonly layer: string
  readonly which: ReadonlySet<number>
}

/** The vertices chosen on the stage while an outline is edited there; null else. */
export const useChosenVertices = defineStore('chosenVertices', () => {
  const chosen = shallowRef<ChosenVertices | null>(null)
  return { chosen }
})
