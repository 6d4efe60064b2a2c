import type { Pattern } from '@arrow-bend/core/property'
import { defineStore } from 'pinia'
import { shallowRef } from 'vue'

/** A pattern that was copied, to be laid on other properties, as long as the page is open. */
export const usePatternClipboard = defineStore('patternClipboard', () => {
  const copied = shallowRef<Pattern | null>(null)
  return { copied }
})
