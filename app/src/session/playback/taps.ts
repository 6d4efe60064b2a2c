import { defineStore } from 'pinia'
import { computed, shallowRef, watch } from 'vue'
import { markBeats } from '@arrow-bend/core/edit'
import { asTicks, TICKS_PER_SECOND, type Ticks } from '@arrow-bend/core/time'
import { toast } from '../../ui/toast.ts'
import { useDocument, type Gesture } from '../document/document.ts'
import { usePreferences } from '../preferences.ts'
import { usePlayback } from './playback.ts'

/** Beats tapped along with what plays; all of a run of it are one step. */
export const useTaps = defineStore('taps', () => {
  const document = useDocument()
  const playback = usePlayback()
  const preferences = usePreferences()
  let gesture: Gesture | null = null
  const times = shallowRef<readonly Ticks[]>([])

  const end = (): void => {
    if (!gesture) return
    const count = times.value.length
    gesture.commit()
    gesture = null
    times.value = []
    toast(`${count} ${count === 1 ? 'beat' : 'beats'} tapped.`)
  }
  /** @param moment when the hand came down */
  const tap = (moment: Ticks): void => {
    if (!playback.playing) {
      toast('Play first: beats are tapped along with what plays.')
      return
    }
    if (document.readOnly) {
      document.refuseReadOnly()
      return
    }
    if (!gesture?.isOpen()) {
      times.value = []
      gesture = document.begin('Beats tapped')
    }
    const late = (preferences.tapLatency / 1000) * TICKS_PER_SECOND
    times.value = [...times.value, asTicks(Math.max(0, Math.round(moment - late)))]
    const all = times.value
    gesture.preview((draft) =>
      markBeats(draft, document.sceneId, all, { beside: true, makeId: document.makeId }),
    )
  }
  watch(
    () => playback.playing,
    (is) => is || end(),
    { flush: 'sync' },
  )
  return { tap, count: computed(() => times.value.length) }
})
