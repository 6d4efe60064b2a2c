import { asTicks, frameTicks, TICKS_PER_SECOND, type Ticks } from '@arrow-bend/core/time'
import { watch } from 'vue'
import { useDocument } from '../document/document.ts'
import { pageClock } from './clock.ts'
import { usePlayback } from './playback.ts'

/** How long the last frame stands before it begins again, s. */
const REST = 0.6
/** Which moment of a stretch stands for all of it, share. */
const STILL_AT = 0.25

export interface Audition {
  /** Plays a stretch over and over in the picture; the playhead stays where it is. */
  readonly play: (range: readonly [from: Ticks, to: Ticks]) => void
  /** Shows the playhead's moment again. */
  readonly end: () => void
}

/** A stretch looked at in motion before anything is decided. Those who want less motion are shown one moment of it. */
export function useAudition(): Audition {
  const playback = usePlayback()
  const document = useDocument()
  const isStill = matchMedia('(prefers-reduced-motion: reduce)').matches
  let stop: (() => void) | null = null

  const end = (): void => {
    if (!stop) return
    stop()
    stop = null
    if (!playback.playing) playback.glance(playback.time)
  }
  const play: Audition['play'] = ([from, to]) => {
    end()
    if (playback.playing) return
    const frame = frameTicks(document.rate)
    const glance = (time: number): void => playback.glance(asTicks(Math.floor(time / frame) * frame))
    const stopLooking = watch([() => playback.time, () => playback.playing], end, { flush: 'sync' })
    if (isStill) {
      stop = stopLooking
      glance(from + (to - from) * STILL_AT)
      return
    }
    const length = (to - from) / TICKS_PER_SECOND
    let since: number | null = null
    let last = -1
    const stopClock = pageClock.onTick((stamp) => {
      since ??= stamp
      const seconds = ((stamp - since) / 1000) % (length + REST)
      const time = from + Math.min(seconds, length) * TICKS_PER_SECOND
      if (Math.floor(time / frame) === last) return
      last = Math.floor(time / frame)
      glance(time)
    })
    stop = () => {
      stopClock()
      stopLooking()
    }
  }
  return { play, end }
}
