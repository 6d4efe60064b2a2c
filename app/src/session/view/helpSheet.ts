import { defineStore } from 'pinia'
import { shallowRef } from 'vue'

/** Whether the help sheet is open. */
export const useHelpSheet = defineStore('help-sheet', () => {
  const open = shallowRef(false)
  return { open, show: () => (open.value = true), hide: () => (open.value = false) }
})
