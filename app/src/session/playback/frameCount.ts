import { computed, shallowRef } from 'vue'
import { FrameMeter, type FrameReading } from './frameMeter.ts'

const NO_FRAMES: FrameReading = { perSecond: 0, dropped: 0, late: 0 }

/** What is told of the frames of a run of playback, now and then. */
export function useFrameCount() {
  const frames = shallowRef(NO_FRAMES)
  let countLate = (): number => 0
  let meter = new FrameMeter(0)
  return {
    told: {
      framesPerSecond: computed(() => frames.value.perSecond),
      droppedFrames: computed(() => frames.value.dropped),
      lateFrames: computed(() => frames.value.late),
      /** @param count how many pictures of clips were not decoded in time, ever */
      countLateBy: (count: () => number): void => void (countLate = count),
    },
    clear: (): void => void (frames.value = NO_FRAMES),
    /** @param since ms */
    begin: (since: number): void => void (meter = new FrameMeter(since, countLate)),
    /** Counts a frame as `FrameMeter` does. @returns whether it is another than before, and whether a reading was told */
    tick: (frame: number, stamp: number): { readonly isNew: boolean; readonly isTold: boolean } => {
      const { isNew, reading } = meter.tick(frame, stamp)
      if (reading) frames.value = reading
      return { isNew, isTold: reading !== null }
    },
    /** What was dropped stays told when it ends. */
    end: (): void => void (frames.value = { ...frames.value, perSecond: 0 }),
  }
}
