import { defineStore } from 'pinia'
import { computed } from 'vue'
import { meantKeys } from '@arrow-bend/core/choose'
import { rangeOf, type KeyRef } from '@arrow-bend/core/edit'
import { useDocument } from './document.ts'
import { useSelection } from './selection.ts'

const NONE: readonly KeyRef[] = []

/** The keys that commands on keys are meant for, as the selection says, and when they are. */
export const useMeant = defineStore('meant', () => {
  const document = useDocument()
  const selection = useSelection()

  const scene = computed(() => document.settled?.scenes[0] ?? null)
  const keys = computed<readonly KeyRef[]>(() => {
    const { state } = selection
    // Selected keys are what is meant, whatever becomes of the rest.
    if (state.keys.length > 0 && state.spans.length === 0) return state.keys
    return scene.value ? meantKeys(scene.value, state) : NONE
  })
  /** Ticks; null while no keys are meant. A look ahead does not change it. */
  const range = computed(() => (document.settled ? rangeOf(document.settled, keys.value) : null))
  /** Whether any of them is selected by itself, or in a span or a lane: not merely because its layer is. */
  const explicit = computed(() => selection.properties.length > 0)
  return { keys, range, explicit }
})
