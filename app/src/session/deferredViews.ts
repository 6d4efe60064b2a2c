import { defineStore } from 'pinia'
import { computed, type ComputedRef, type ShallowRef } from 'vue'
import type { Project, Scene } from '@arrow-bend/core/scene'
import { deferUntilIdle } from './deferUntilIdle.ts'
import { useDocument } from './document.ts'
import { useSelection } from './selection.ts'

/** More layers than this take longer to be painted, and more keys to be summed up, than a drag can wait. */
const MANY_LAYERS = 100
const MANY_KEYS = 1000

/** The project as one view shows it, and the current scene of that. */
export interface DeferredView {
  readonly project: Project | null
  readonly scene: Scene | null
}

/** The project as the views show it that accompany a drag elsewhere: each may wait until there is time for it. */
export const useDeferredViews = defineStore('deferredViews', () => {
  const document = useDocument()
  const selection = useSelection()
  const live = computed(() => document.project)

  /** Whether so much is selected that not all that shows it can follow at once. */
  const isMuchSelected = computed(() => selection.spans.length + selection.keys.length > MANY_KEYS)
  const viewOf = (project: Readonly<ShallowRef<Project | null>>): ComputedRef<DeferredView> =>
    computed(() => ({ project: project.value, scene: document.sceneOf(project.value) }))

  const deck = deferUntilIdle(live, () => document.gestureIn === 'stage' || document.gestureIn === 'panel')
  const panel = deferUntilIdle(
    live,
    () => document.gestureIn === 'stage' || document.gestureIn === 'deck' || isMuchSelected.value,
    () => document.gesturing && isMuchSelected.value,
  )
  // Where very much moves, what was done is seen in the lanes first, and on the stage a moment later.
  const stage = deferUntilIdle(
    live,
    () => {
      const edited = document.isEdited || document.gesturing
      return edited && document.gestureIn !== 'stage' && (document.scene?.layers.length ?? 0) > MANY_LAYERS
    },
    () => document.gestureIn === 'deck' && isMuchSelected.value,
  )
  return {
    isMuchSelected,
    deck: viewOf(deck),
    panel: viewOf(panel),
    /** The same as the project where there are few layers. */
    stage: viewOf(stage),
  }
})
