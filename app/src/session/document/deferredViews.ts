import { defineStore } from 'pinia'
import { computed, shallowRef, watch, type ComputedRef, type ShallowRef } from 'vue'
import type { Layer, Project, Scene } from '@arrow-bend/core/scene'
import { useSelection } from '../selection/selection.ts'
import { deferUntilIdle } from './deferUntilIdle.ts'
import { useDocument } from './document.ts'
import { FollowerBudget } from './followerBudget.ts'
import { frameCosts } from './frameCosts.ts'
import type { GestureView } from './gestures.ts'

/** More layers than this take longer to be painted, and more keys to be summed up, than a drag can wait. */
const MANY_LAYERS = 100
const MANY_KEYS = 1000
const NO_LAYERS: ReadonlyMap<string, Layer> = new Map()

/** The project as one view shows it, and the current scene of that. */
export interface DeferredView {
  readonly project: Project | null
  readonly scene: Scene | null
}

/**
 * The project as the views show it that accompany a drag elsewhere. They follow its every frame as long as that fits into
 * one, and where it does not they wait until the hand rests.
 */
export const useDeferredViews = defineStore('deferredViews', () => {
  const document = useDocument()
  const selection = useSelection()
  const live = computed(() => document.project)

  const budgets: Readonly<Record<GestureView, FollowerBudget>> = {
    stage: new FollowerBudget(),
    deck: new FollowerBudget(),
    panel: new FollowerBudget(),
  }
  /** Whether what accompanies the gesture under way has to wait. */
  const waits = shallowRef(false)
  const decide = (view: GestureView | null): void => {
    waits.value = view !== null && !budgets[view].allows
  }
  const measure = frameCosts((cost) => {
    const view = document.gestureIn
    if (view === null) return
    budgets[view].note(cost)
    decide(view)
  })
  watch(live, () => document.gestureIn !== null && measure(), { flush: 'sync' })
  watch(
    () => document.gestureIn,
    (view, before) => {
      if (before) report(before, budgets[before])
      if (view) budgets[view].begin()
      decide(view)
    },
    { flush: 'sync' },
  )

  /** Whether so much is selected that not all that shows it can follow at once. */
  const isMuchSelected = computed(() => selection.spans.length + selection.keys.length > MANY_KEYS)
  const viewOf = (project: Readonly<ShallowRef<Project | null>>): ComputedRef<DeferredView> =>
    computed(() => ({ project: project.value, scene: document.sceneOf(project.value) }))

  const accompanies = (...views: readonly GestureView[]): boolean =>
    waits.value && document.gestureIn !== null && views.includes(document.gestureIn)
  const deckProject = deferUntilIdle(live, () => accompanies('stage', 'panel'))
  const panel = deferUntilIdle(
    live,
    () => accompanies('stage', 'deck') || isMuchSelected.value,
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
  /** Layers of the bends that are being pulled in the panel, as they are by now, while the deck waits: their ribbons follow. */
  const pulled = computed<ReadonlyMap<string, Layer>>(() => {
    const chosen = document.gestureIn === 'panel' && waits.value ? selection.state.spans : []
    if (chosen.length === 0 || isMuchSelected.value) return NO_LAYERS
    const ids = new Set(chosen.map(({ layer }) => layer))
    const layers = document.scene?.layers ?? []
    return new Map(layers.flatMap((layer) => (ids.has(layer.id) ? [[layer.id, layer] as const] : [])))
  })
  return {
    isMuchSelected,
    /** Whether what accompanies a drag waits, for views that are in one screen only. */
    waiting: computed(() => waits.value && document.gestureIn !== null),
    deck: viewOf(deckProject),
    pulled,
    panel: viewOf(panel),
    /** The same as the project where there are few layers. */
    stage: viewOf(stage),
  }
})

/** Leaves what a gesture's followers did among the page's own measurements. Source: W3C, User Timing, measure(). */
function report(view: GestureView, budget: FollowerBudget): void {
  const name = `followers of a drag: ${view}`
  // The page keeps them all, so that only the last is left.
  performance.clearMeasures(name)
  performance.measure(name, { start: 0, detail: budget.report })
}
