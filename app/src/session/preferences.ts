import { defineStore } from 'pinia'
import { usePreferredDark } from '@vueuse/core'
import { computed, reactive, toRefs, watch } from 'vue'
import type { SpanPolicy } from '@arrow-bend/core/edit'
import type { TimeDisplay } from '@arrow-bend/core/time'
import { projectStorage } from '../storage/index.ts'

/**
 * What a person made of the keys that are pressed alone: letters, digits and signs. They can be switched off and changed
 * for those who speak to their machine, or press keys unawares (WCAG 2.2, 2.1.4 Character Key Shortcuts).
 */
export interface OwnKeys {
  /** Whether keys pressed alone are commands at all. */
  readonly single: boolean
  /** The key of a command in place of its usual one, by command. */
  readonly changed: Readonly<Partial<Record<string, string>>>
}

export const USUAL_KEYS: OwnKeys = { single: true, changed: {} }

interface Kept {
  /** As the system is until the person chooses. */
  themeChoice: 'paper' | 'lamp' | 'system'
  autoKey: boolean
  snap: boolean
  loop: boolean
  /** Whether sounds are silent. */
  muted: boolean
  /** Whether moments are heard as one scrubs over them. */
  scrubHeard: boolean
  /** How late beats are tapped, ms: as long as hand and device take. */
  tapLatency: number
  /** Whether sounds are heard, at their own pitch, while playback is slower or faster. */
  pitchKept: boolean
  timeDisplay: TimeDisplay
  /** px; null until the person drags the border */
  stageHeight: number | null
  /** px; null until the person drags the border */
  panelWidth: number | null
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
  /** Editing one number of a scale or a size changes the other by the same share. */
  keepProportions: boolean
  /** Width of the list of layers and properties, px. */
  listWidth: number
  /** What keys do when the length of their layer changes. */
  spanPolicy: SpanPolicy
  /** How fast playback is, % of real speed. */
  playPercent: number
  ownKeys: OwnKeys
}

const USUAL: Kept = {
  themeChoice: 'system',
  autoKey: true,
  snap: true,
  loop: true,
  muted: false,
  scrubHeard: true,
  tapLatency: 0,
  pitchKept: false,
  timeDisplay: 'timecode',
  stageHeight: null,
  panelWidth: null,
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
  keepProportions: false,
  listWidth: 300,
  spanPolicy: 'stay',
  playPercent: 100,
  ownKeys: USUAL_KEYS,
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
          (USUAL[name] === null && typeof value[name] === 'number')
        if (fits) Object.assign(kept, { [name]: value[name] })
      }
    })
    .catch(() => undefined)
    .finally(() => {
      // What is kept has to be plain: the database takes no proxies.
      const keep = (now: Kept): Promise<void> =>
        projectStorage.keepPreference('desk', JSON.parse(JSON.stringify(now)))
      watch(kept, (now) => void keep(now).catch(() => undefined))
    })
  const systemIsDark = usePreferredDark()
  const theme = computed(() => {
    if (kept.themeChoice !== 'system') return kept.themeChoice
    return systemIsDark.value ? 'lamp' : 'paper'
  })
  watch(theme, (now) => (document.documentElement.dataset['theme'] = now), { immediate: true })
  return {
    ...toRefs(kept),
    theme,
    switchTheme: (): void => {
      kept.themeChoice = theme.value === 'paper' ? 'lamp' : 'paper'
    },
  }
})
