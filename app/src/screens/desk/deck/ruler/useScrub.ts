import { useDebounceFn } from '@vueuse/core'
import { pointerIn } from '../../../../gesture/pointerPlace.ts'
import { clamp } from '@arrow-bend/core/number'
import { asTicks } from '@arrow-bend/core/time'
import { useDocument } from '../../../../session/document/document.ts'
import { usePlayback } from '../../../../session/playback/playback.ts'
import { usePreferences } from '../../../../session/preferences.ts'
import { useView } from '../../../../session/view/view.ts'
import { trackPointer } from '../../../../gesture/trackPointer.ts'
import { snapTime, snapTimes } from '../lanes/snapTime.ts'

/** How near a key pulls the playhead, px. */
const PULL = 5

/** How long the pointer has to rest, ms, before where it is counts as where one may go. */
const RESTED_MS = 30

/** Going where the pointer is, along the time. */
export interface Scrubbing {
  /** Goes there, and drags the playhead along. */
  readonly scrub: (event: PointerEvent, timeArea: Element) => void
  /** Has what is there made ready once the pointer rests. */
  readonly hover: (event: PointerEvent, timeArea: Element) => void
}

export function useScrub(): Scrubbing {
  const document = useDocument()
  const playback = usePlayback()
  const preferences = usePreferences()
  const view = useView()

  /** The moment at the pointer, ticks; keys near it pull it. */
  const timesIn = (timeArea: Element): ((at: PointerEvent) => number) => {
    const box = timeArea.getBoundingClientRect()
    const scene = document.scene!
    const times = snapTimes(scene)
    return (at) => {
      const raw = clamp(view.timeOf(pointerIn(at, box)[0]), 0, playback.lastFrame)
      return preferences.snap
        ? snapTime(raw, { rate: scene.rate, times, within: PULL / view.pixelsPerTick })
        : raw
    }
  }
  const rest = useDebounceFn((event: PointerEvent, timeArea: Element) => {
    playback.expect(() => asTicks(Math.round(timesIn(timeArea)(event))))
  }, RESTED_MS)

  return {
    scrub: (event, timeArea) => {
      playback.pause()
      const timeAt = timesIn(timeArea)
      const go = (at: PointerEvent): void => playback.seek(timeAt(at))
      go(event)
      trackPointer(event, { move: go })
    },
    hover: (event, timeArea) => void (event.buttons === 0 && rest(event, timeArea)),
  }
}
