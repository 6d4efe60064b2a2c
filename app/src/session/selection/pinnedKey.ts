import { defineStore } from 'pinia'
import { computed, shallowRef } from 'vue'
import { findProperty, type KeyRef } from '@arrow-bend/core/edit'
import { useDocument } from '../document/document.ts'

/** A key that stays where it is while others are stretched about it. */
export const usePinnedKey = defineStore('pinned key', () => {
  const document = useDocument()
  const ref = shallowRef<KeyRef | null>(null)
  /** Ticks; null without one, or when it is gone. */
  const time = computed(() => {
    const { value } = ref
    const property = value && document.committed && findProperty(document.committed, value)
    return (property && property.keys.find(({ id }) => id === value.key)?.t) ?? null
  })
  return {
    ref,
    time,
    pin: (key: KeyRef | null): void => {
      ref.value = key
    },
  }
})
