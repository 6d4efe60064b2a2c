import { defineStore } from 'pinia'
import { computed, ref, shallowRef, watch } from 'vue'
import { spansOf, targetSpans } from '@arrow-bend/core/choose'
import { byProperty, findProperty, type KeyRef, type RunRef } from '@arrow-bend/core/edit'
import { timedKeys } from '@arrow-bend/core/property'
import { useDocument } from '../document/document.ts'
import { useSelection } from '../selection/selection.ts'

export type MatchView = 'spans' | 'swing' | 'rolling' | 'arrivals'

/** Tells a run from all others. */
export const runKey = ({ scene, layer, property, from, to }: RunRef): string =>
  [scene, layer, property, from, to].join('/')

/** What is laid over one another: runs of spans, which of them is compared with which, and how. */
export const useMatchRuns = defineStore('match runs', () => {
  const document = useDocument()
  const selection = useSelection()
  const view = ref<MatchView>('spans')
  const runs = shallowRef<readonly RunRef[]>([])
  /** Keys of the runs compared; where they are gone the first two are. */
  const first = ref<string | null>(null)
  const second = ref<string | null>(null)
  /** Runs that are left out of what is done to all, by key. */
  const left = shallowRef<ReadonlySet<string>>(new Set())
  const compare = ref<'progress' | 'speed'>('progress')
  /** Each over its own time, or both on one axis. */
  const by = ref<'share' | 'frames'>('share')
  /** What counts as agreeing, % of the change. */
  const tolerance = ref(1)
  /** Whether swing and skid are drawn on the stage of the Desk. */
  const onStage = ref(false)

  watch(
    [() => document.project?.id, () => document.sceneId],
    () => {
      runs.value = []
      first.value = second.value = null
      left.value = new Set()
    },
    { flush: 'sync' },
  )

  /** Runs of spans that follow each other, lane by lane. */
  const runsOf = (spans: readonly KeyRef[]): RunRef[] => {
    const found: RunRef[] = []
    for (const { ref: lane, keys: chosen } of byProperty(spans).values()) {
      const property = document.project && findProperty(document.project, lane)
      const keys = property ? timedKeys(property) : []
      keys.slice(0, -1).forEach(({ id }, i) => {
        if (!chosen.has(id)) return
        const to = keys[i + 1]!.id
        const last = found.at(-1)
        const goesOn = last?.to === id && last.layer === lane.layer && last.property === lane.property
        if (goesOn) found[found.length - 1] = { ...last, to }
        else found.push({ ...lane, from: id, to })
      })
    }
    return found
  }
  /** What is selected on the Desk, as runs: spans, or all of the selected lanes and layers. */
  const selected = computed((): readonly RunRef[] => {
    const { project, scene } = document
    if (!project || !scene) return []
    const spans = targetSpans(project, selection.state).map(({ ref: span }) => span)
    if (spans.length > 0) return runsOf(spans)
    const layers = scene.layers.filter(({ id }) => selection.hasLayer(id))
    return runsOf(spansOf(scene, layers))
  })
  const add = (more: readonly RunRef[]): void => {
    const known = new Set(runs.value.map(runKey))
    runs.value = [...runs.value, ...more.filter((run) => !known.has(runKey(run)))]
  }
  /** Compares what is selected, in place of what was compared before. */
  const take = (): void => {
    runs.value = selected.value
    first.value = second.value = null
    left.value = new Set()
    view.value = 'spans'
  }
  const remove = (key: string): void => {
    runs.value = runs.value.filter((run) => runKey(run) !== key)
  }
  const toggle = (key: string): void => {
    const next = new Set(left.value)
    if (!next.delete(key)) next.add(key)
    left.value = next
  }
  return {
    view,
    runs,
    first,
    second,
    left,
    compare,
    by,
    tolerance,
    onStage,
    selected,
    add,
    take,
    remove,
    toggle,
  }
})
