import { shallowRef, watchEffect, type ShallowRef } from 'vue'
import { usePlayback } from '../../../../session/playback/playback.ts'

/** The playhead where it stands still; while playing only the playhead's line moves. */
export function useTrackedTime(): Readonly<ShallowRef<number>> {
  const playback = usePlayback()
  const time = shallowRef<number>(playback.time)
  watchEffect(() => {
    if (!playback.playing) time.value = playback.time
  })
  return time
}
