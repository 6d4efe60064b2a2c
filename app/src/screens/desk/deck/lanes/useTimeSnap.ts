import type { Scene } from '@arrow-bend/core/scene'
import { useDocument } from '../../../../session/document/document.ts'
import { usePlayback } from '../../../../session/playback/playback.ts'
import { usePreferences } from '../../../../session/preferences.ts'
import { useView } from '../../../../session/view/view.ts'
import { snapTime, snapTimes } from './snapTime.ts'

/** How near a time pulls, px. */
const PULL = 6

export interface TimeSnap {
  /** A time drawn to what is near and to frames; shows what it came into line with. `free` lets it be. */
  readonly to: (raw: number, free: boolean) => number
  /** Takes the line away. */
  readonly done: () => void
}

const NONE: ReadonlySet<string> = new Set()

export interface TimeSnapOptions {
  /** Ids of keys that move, which nothing snaps to. */
  readonly moving?: ReadonlySet<string>
  /** Times that move, which nothing snaps to either, ticks. */
  readonly except?: readonly number[]
}

/** Begins a drag in time that comes into line with keys, markers, the playhead, ends of layers and frames. */
export function useTimeSnap(): (options?: TimeSnapOptions) => TimeSnap {
  const document = useDocument()
  const playback = usePlayback()
  const preferences = usePreferences()
  const view = useView()

  return ({ moving = NONE, except = [] } = {}) => {
    const scene = document.scene!
    const all = [...snapTimes(scene, moving), playback.time]
    const times = all.filter((time) => !except.includes(time))
    const known = new Set(times)
    return {
      to(raw, free) {
        if (!preferences.snap || free) {
          view.snapLine = null
          return Math.round(raw)
        }
        const time = snapTime(raw, { rate: scene.rate, times, within: PULL / view.pixelsPerTick })
        view.snapLine = known.has(time) ? { time, words: snapWords(scene, time, playback.time) } : null
        return time
      },
      done: () => {
        view.snapLine = null
      },
    }
  }
}

/** What stands at a moment, the most telling first. */
export function snapWords(
  { markers, playRange, duration, layers }: Scene,
  time: number,
  playhead: number,
): string {
  const marker = markers.find(({ t }) => t === time)
  if (marker) return marker.name
  if (time === playhead) return 'playhead'
  if (playRange?.some((edge) => edge === time)) return 'play range'
  if (time === 0) return 'start'
  if (time === duration) return 'end'
  const ends = layers.find(({ span }) => span[0] === time || span[1] === time)
  return ends ? `${ends.span[0] === time ? 'start' : 'end'} of ${ends.name}` : 'key'
}
