/** What is told of playback's frames. */
export interface FrameReading {
  readonly perSecond: number
  /** Frames skipped since playback began. */
  readonly dropped: number
  /** Pictures of clips that were not decoded in time, as long. */
  readonly late: number
}

/** Between two readings, ms. */
const TELL_EVERY_MS = 250
/** More frames at once were not dropped: the playhead went elsewhere, or round. */
const MOST_DROPPED = 12

/** Counts the frames of a run as they are shown. */
export class FrameMeter {
  private frame = -1
  private count = 0
  private dropped = 0
  private readonly lateBefore: number

  /**
   * @param told when the run began or was last told of, ms
   * @param countLate how many pictures of clips were not decoded in time, ever
   */
  constructor(
    private told: number,
    private readonly countLate: () => number = () => 0,
  ) {
    this.lateBefore = countLate()
  }

  /**
   * Counts a tick of the clock.
   * @param frame the frame it shows
   * @returns whether that is another frame than the tick before showed, and now and then a reading
   */
  tick(frame: number, stamp: number): { readonly isNew: boolean; readonly reading: FrameReading | null } {
    const isNew = frame !== this.frame
    const skipped = Math.abs(frame - this.frame) - 1
    if (this.frame >= 0 && skipped > 0 && skipped < MOST_DROPPED) this.dropped += skipped
    this.frame = frame
    this.count += 1
    if (stamp - this.told < TELL_EVERY_MS) return { isNew, reading: null }
    const reading = {
      perSecond: (this.count * 1000) / (stamp - this.told),
      dropped: this.dropped,
      late: this.countLate() - this.lateBefore,
    }
    this.count = 0
    this.told = stamp
    return { isNew, reading }
  }
}
