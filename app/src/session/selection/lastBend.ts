import { defineStore } from 'pinia'
import { shallowRef } from 'vue'
import type { PlainBend } from '@arrow-bend/core/bend'

/** The bend used last, which quick bend 8 gives again. */
export const useLastBend = defineStore('last-bend', () => {
  const bend = shallowRef<PlainBend | null>(null)
  return { bend, remember: (used: PlainBend) => (bend.value = used) }
})
