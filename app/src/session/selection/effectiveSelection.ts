import { defineStore } from 'pinia'
import { computed } from 'vue'
import { effectiveKeys, rangeOfSpans } from '@arrow-bend/core/choose'
import { rangeOf, type KeyRef } from '@arrow-bend/core/edit'
import type { Project } from '@arrow-bend/core/scene'
import { asTicks, type Ticks } from '@arrow-bend/core/time'
import { useDocument } from '../document/document.ts'
import { useSelection, type SelectionState } from './selection.ts'

const NONE: readonly KeyRef[] = []

type Range = readonly [Ticks, Ticks]
const RANGES_BY_PROJECT = new WeakMap<
  Project,
  { readonly state: SelectionState; readonly range: Range | null }
>()

/** The keys that commands on keys are meant for, as the selection says, and when they are. */
export const useEffectiveSelection = defineStore('effectiveSelection', () => {
  const document = useDocument()
  const selection = useSelection()

  const scene = computed(() => document.sceneOf(document.committed))
  const keys = computed<readonly KeyRef[]>((before) => {
    const { state } = selection
    // Selected keys are what is meant, whatever becomes of the rest.
    if (state.keys.length > 0 && state.spans.length === 0) return state.keys
    const now = scene.value ? effectiveKeys(scene.value, state) : NONE
    // The same list as long as the same are meant: what follows from it is kept with it.
    const same = before?.length === now.length && now.every((ref, i) => ref === before[i])
    return same ? before : now
  })
  const rangeIn = (committed: Project, state: SelectionState): Range | null => {
    if (state.spans.length === 0) return rangeOf(committed, keys.value)
    const ends = [
      rangeOf(committed, state.keys),
      rangeOfSpans(document.sceneOf(committed)!, state.spans),
    ].flatMap((one) => one ?? [])
    return ends.length > 0 ? [asTicks(Math.min(...ends)), asTicks(Math.max(...ends))] : null
  }
  /** Ticks; null while no keys are meant. A preview does not change it. */
  const range = computed<Range | null>(() => {
    const { committed } = document
    if (!committed) return null
    const { state } = selection
    // What is undone was seen before.
    const known = RANGES_BY_PROJECT.get(committed)
    if (known?.state === state) return known.range
    const found = rangeIn(committed, state)
    RANGES_BY_PROJECT.set(committed, { state, range: found })
    return found
  })
  /** Whether any of them is selected by itself, or in a span or a lane: not merely because its layer is. */
  const explicit = computed(() => selection.properties.length > 0)
  return { keys, range, explicit }
})
