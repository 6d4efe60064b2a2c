import { pointerIn } from '../../../../gesture/pointerPlace.ts'
import { clamp } from '@arrow-bend/core/number'
import { useDocument } from '../../../../session/document/document.ts'
import { usePlayback } from '../../../../session/playback/playback.ts'
import { usePreferences } from '../../../../session/preferences.ts'
import { useView } from '../../../../session/view/view.ts'
import { trackPointer } from '../../../../gesture/trackPointer.ts'
import { snapTime, snapTimes } from '../lanes/snapTime.ts'

/** How near a key pulls the playhead, px. */
const PULL = 5

/** Dragging the playhead along. */
export function useScrub(): (event: PointerEvent, timeArea: Element) => void {
  const document = useDocument()
  const playback = usePlayback()
  const preferences = usePreferences()
  const view = useView()

  return (event, timeArea) => {
    playback.pause()
    const box = timeArea.getBoundingClientRect()
    const scene = document.scene!
    const times = snapTimes(scene)
    const go = (at: PointerEvent): void => {
      const raw = clamp(view.timeOf(pointerIn(at, box)[0]), 0, playback.lastFrame)
      playback.seek(
        preferences.snap
          ? snapTime(raw, { rate: scene.rate, times, within: PULL / view.pixelsPerTick })
          : raw,
      )
    }
    go(event)
    trackPointer(event, { move: go })
  }
}
