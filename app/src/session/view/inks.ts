import { defineStore } from 'pinia'
import { useMediaQuery } from '@vueuse/core'
import { computed } from 'vue'
import { usePreferences } from '../preferences.ts'

/** The theme's colours and fonts by name, as a canvas needs them: each is read from the page once for each theme, and where the person's own colours are forced. */
export const useInks = defineStore('inks', () => {
  const preferences = usePreferences()
  const forced = useMediaQuery('(forced-colors: active)')
  /** What the custom property `--name` of the page says, such as `pencil` or `hue-place`. */
  const of = computed(() => {
    void [preferences.theme, forced.value]
    const known = new Map<string, string>()
    return (name: string): string => {
      const kept = known.get(name)
      if (kept !== undefined) return kept
      const read = getComputedStyle(document.documentElement).getPropertyValue(`--${name}`).trim()
      known.set(name, read)
      return read
    }
  })
  return { of }
})
