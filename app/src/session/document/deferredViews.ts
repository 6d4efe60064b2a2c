import { defineStore } from 'pinia'
import { computed, shallowRef, watch, type ComputedRef, type ShallowRef } from 'vue'
import type { Project, Scene } from '@arrow-bend/core/scene'
import { useSelection } from '../selection/selection.ts'
import { deferUntilIdle } from './deferUntilIdle.ts'
import { useDocument } from './document.ts'
import { FollowerBudget } from './followerBudget.ts'
import { frameCosts } from './frameCosts.ts'
import type { GestureView } from './gestures.ts'

/** More layers than this take longer to be painted, and more keys to be summed up, than a drag can wait. */
const MANY_LAYERS = 100
const MANY_KEYS = 1000

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
  /** The ribbons of the bend that is being pulled follow, whatever else waits. */
  const deck = computed<DeferredView>(() => {
    const project = deckProject.value
    const scene = document.sceneOf(project)
    const pulled = document.gestureIn === 'panel' ? selection.state.spans : []
    if (!scene || project === live.value || pulled.length === 0 || isMuchSelected.value)
      return { project, scene }
    return { project, scene: withLive(scene, document.scene!, new Set(pulled.map(({ layer }) => layer))) }
  })
  return {
    isMuchSelected,
    deck,
    panel: viewOf(panel),
    /** The same as the project where there are few layers. */
    stage: viewOf(stage),
  }
})

/** A scene with some of its layers as they are by now. */
function withLive(scene: Scene, now: Scene, ids: ReadonlySet<string>): Scene {
  const live = new Map(now.layers.flatMap((layer) => (ids.has(layer.id) ? [[layer.id, layer] as const] : [])))
  return { ...scene, layers: scene.layers.map((layer) => live.get(layer.id) ?? layer) }
}

/** Leaves what a gesture's followers did among the page's own measurements. Source: W3C, User Timing, measure(). */
function report(view: GestureView, budget: FollowerBudget): void {
  performance.measure(`followers of a drag: ${view}`, { start: 0, detail: budget.report })
}
