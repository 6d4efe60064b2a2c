import { defineStore } from 'pinia'
import { computed, reactive, toRefs, watch } from 'vue'
import type { TimeDisplay } from '@arrow-bend/core/time'
import { projectStorage } from '../storage/index.ts'

interface Kept {
  themeChoice: 'paper' | 'lamp'
  autoKey: boolean
  snap: boolean
  loop: boolean
  timeDisplay: TimeDisplay
  /** px */
  stageHeight: number
  /** px */
  panelWidth: number
}

const USUAL: Kept = {
  themeChoice: 'paper',
  autoKey: true,
  snap: true,
  loop: true,
  timeDisplay: 'timecode',
  stageHeight: 400,
  panelWidth: 340,
}

function isKept(value: unknown): value is Partial<Kept> {
  return typeof value === 'object' && value !== null
}

/** What the person likes, kept in the browser. Reading and keeping it may fail without harm. */
export const usePreferences = defineStore('preferences', () => {
  const kept = reactive<Kept>({ ...USUAL })
  projectStorage
    .preference('desk')
    .then((value) => {
      if (!isKept(value)) return
      for (const name of Object.keys(USUAL) as (keyof Kept)[]) {
        if (typeof value[name] === typeof USUAL[name]) Object.assign(kept, { [name]: value[name] })
      }
    })
    .catch(() => undefined)
    .finally(() => {
      watch(kept, (now) => void projectStorage.keepPreference('desk', { ...now }).catch(() => undefined))
    })
  const theme = computed(() => kept.themeChoice)
  watch(theme, (now) => (document.documentElement.dataset['theme'] = now), { immediate: true })
  return {
    ...toRefs(kept),
    theme,
    switchTheme: (): void => {
      kept.themeChoice = kept.themeChoice === 'paper' ? 'lamp' : 'paper'
    },
  }
})
