import { defineStore } from 'pinia'
import { shallowRef } from 'vue'

const MOST = 8

/** The colours chosen last, the newest first, as long as the page is open. */
export const useRecentColours = defineStore('recentColours', () => {
  const list = shallowRef<readonly string[]>([])
  const keep = (colour: string): void => {
    list.value = [colour, ...list.value.filter((one) => one !== colour)].slice(0, MOST)
  }
  return { list, keep }
})
