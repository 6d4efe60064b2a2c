import { defineStore } from 'pinia'
import { computed, reactive, toRefs, watch } from 'vue'
import type { SpanPolicy } from '@arrow-bend/core/edit'
import type { TimeDisplay } from '@arrow-bend/core/time'
import { projectStorage } from '../storage/index.ts'

interface Kept {
  themeChoice: 'paper' | 'lamp'
  autoKey: boolean
  snap: boolean
  loop: boolean
  timeDisplay: TimeDisplay
  /** px; null until the person drags the border */
  stageHeight: number | null
  /** px */
  panelWidth: number
  showRoutes: boolean
  thirds: boolean
  safe: boolean
  grid: boolean
  rulers: boolean
  /** Whether things dragged on the stage come into line with others. */
  align: boolean
  /** What becomes of the picture beyond the frame. */
  outside: 'shown' | 'dimmed' | 'hidden'
  /** Ghosts of the onion skin before and after the playhead, and frames from one to the next. */
  onionBefore: number
  onionAfter: number
  onionEvery: number
  /** How long a pause is made, frames. */
  pauseFrames: number
  /** What comes later goes with keys that are moved. */
  ripple: boolean
  /** Stretched keys land on whole frames. */
  landOnFrames: boolean
  /** Width of the list of layers and properties, px. */
  listWidth: number
  /** What keys do when the length of their layer changes. */
  spanPolicy: SpanPolicy
  /** How fast playback is, % of real speed. */
  playPercent: number
}

const USUAL: Kept = {
  themeChoice: 'paper',
  autoKey: true,
  snap: true,
  loop: true,
  timeDisplay: 'timecode',
  stageHeight: null,
  panelWidth: 340,
  showRoutes: true,
  thirds: false,
  safe: false,
  grid: false,
  rulers: false,
  align: true,
  outside: 'dimmed',
  onionBefore: 3,
  onionAfter: 3,
  onionEvery: 2,
  pauseFrames: 12,
  ripple: false,
  landOnFrames: true,
  listWidth: 300,
  spanPolicy: 'stay',
  playPercent: 100,
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
        const fits =
          typeof value[name] === typeof USUAL[name] ||
          (name === 'stageHeight' && typeof value[name] === 'number')
        if (fits) Object.assign(kept, { [name]: value[name] })
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
