import { defineStore } from 'pinia'
import { shallowRef } from 'vue'

/** How many commands are offered again first. */
const RECENT = 5

/** Whether the list of all commands is open, which were chosen from it last, and what was typed before it was there. */
export const useCommandList = defineStore('command-list', () => {
  const open = shallowRef(false)
  /** Typed since it was asked for, as long as it has not come. */
  const early = shallowRef('')
  /** Whether Enter followed it: the first command that fits is to be done. */
  const isTaken = shallowRef(false)
  const show = (): void => {
    early.value = ''
    isTaken.value = false
    open.value = true
  }
  /** Ids of commands, the last one first. */
  const recent = shallowRef<readonly string[]>([])
  const remember = (id: string): void => {
    recent.value = [id, ...recent.value.filter((other) => other !== id)].slice(0, RECENT)
  }
  return { open, early, isTaken, show, recent, remember }
})
