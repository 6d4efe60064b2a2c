import { defineStore } from 'pinia'
import { shallowRef } from 'vue'
import type { KeyClip } from '@arrow-bend/core/edit'

/** The keys copied last, in this tab or another. */
export const useKeyClipboard = defineStore('key clipboard', () => {
  const clip = shallowRef<KeyClip | null>(null)
  return {
    clip,
    put: (taken: KeyClip): void => {
      clip.value = taken
    },
  }
})
