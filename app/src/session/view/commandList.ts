import { defineStore } from 'pinia'
import { shallowRef } from 'vue'

/** How many commands are offered again first. */
const RECENT = 5

/** Whether the list of all commands is open, and which were chosen from it last. */
export const useCommandList = defineStore('command-list', () => {
  const open = shallowRef(false)
  /** Ids of commands, the last one first. */
  const recent = shallowRef<readonly string[]>([])
  const remember = (id: string): void => {
    recent.value = [id, ...recent.value.filter((other) => other !== id)].slice(0, RECENT)
  }
  return { open, recent, remember }
})
