import { clamp } from '@arrow-bend/core/number'
import type { Film } from '../draw/index.ts'
import type { ClipFrame } from '../work/clipWorker.ts'

/** Reads frames of a clip from the one shown at a moment, s, on, in their order. */
export type ReadFrames = (from: number, count: number) => Promise<readonly ClipFrame[]>

/**
 * Moments are written to the millisecond in some files, and so may lie as much after the frame they are for, and frames end as
 * much before the next begins, s.
 */
const ROUNDED = 1e-3
/** Decoded frames kept: as many as a second has, or a little more; of large pictures fewer, for the memory they take. */
const MOST_KEPT = 36
const LEAST_KEPT = 6
const KEPT_BYTES = 160e6
/** Frames read at once while it plays, and how far ahead of what is shown they are kept, s. */
const AT_ONCE = 6
const AHEAD = 0.5
/** Calls no farther apart than this, ms, and moments than that, s, are one playing. */
const PLAYING_MS = 120
const PLAYING_STEP = 0.3

/** Frames to be read. */
interface Wanted {
  /** s */
  readonly from: number
  readonly count: number
}

/** A clip that is decoded as it is asked for: the frame wanted first, and those that come next while it plays. */
export class ClipFilm implements Film {
  private frames: ClipFrame[] = []
  private isReading = false
  private asked = { seconds: NaN, at: -Infinity }
  /** Where it may be asked for next, s. */
  private expected = NaN
  /** Which way it plays: 1, −1 or, where it stands, 0. */
  private way = 0
  private failed = false
  /** Whether another frame than the one last asked for was given out, as that was not there yet. */
  private isAwaited = false
  late = 0
  private readonly waiting: (() => void)[] = []
  private readonly mostKept: number

  /**
   * @param seconds how long it lasts
   * @param changed called once a frame that was missing is there
   */
  constructor(
    readonly width: number,
    readonly height: number,
    private readonly seconds: number,
    private readonly read: ReadFrames,
    private readonly changed: () => void,
  ) {
    this.mostKept = clamp(Math.floor(KEPT_BYTES / (4 * width * height)), LEAST_KEPT, MOST_KEPT)
  }

  frameAt(seconds: number): ImageBitmap | null {
    const moment = this.momentOf(seconds)
    const now = performance.now()
    const step = moment - this.asked.seconds
    const isPlaying = now - this.asked.at < PLAYING_MS && step !== 0 && Math.abs(step) < PLAYING_STEP
    this.asked = { seconds: moment, at: now }
    this.way = isPlaying ? Math.sign(step) : 0
    const found = this.find(moment)
    if (isPlaying && !found) this.late += 1
    this.isAwaited = !found
    this.readMore()
    return (found ?? this.nearest(moment))?.picture ?? null
  }

  expect(seconds: number): void {
    this.expected = this.momentOf(seconds)
    this.readMore()
  }

  /** The frame at a moment, once it is decoded; null where it cannot be. */
  async frame(seconds: number): Promise<ImageBitmap | null> {
    const moment = this.momentOf(seconds)
    this.asked = { seconds: moment, at: -Infinity }
    this.way = 0
    if (!this.find(moment) && !this.failed) {
      this.readMore()
      await new Promise<void>((resolve) => this.waiting.push(resolve))
    }
    return (this.find(moment) ?? this.nearest(moment))?.picture ?? null
  }

  /** Lets go of all frames. */
  close(): void {
    for (const { picture } of this.frames.splice(0)) picture.close()
  }

  /** What is read ahead must not push out what is shown. */
  private get atOnce(): number {
    return Math.min(AT_ONCE, Math.floor(this.mostKept / 2))
  }

  private momentOf(seconds: number): number {
    return clamp(seconds + ROUNDED, 0, Math.max(0, this.seconds - ROUNDED))
  }

  private find(moment: number): ClipFrame | undefined {
    return (
      this.frames.find(({ from, to }) => from <= moment && moment < to) ??
      this.frames.find(({ to }) => to <= moment && moment < to + ROUNDED)
    )
  }

  private nearest(moment: number): ClipFrame | undefined {
    const away = ({ from, to }: ClipFrame): number => Math.max(from - moment, moment - to, 0)
    return this.frames.reduce<ClipFrame | undefined>(
      (best, frame) => (best && away(best) <= away(frame) ? best : frame),
      undefined,
    )
  }

  /**
   * What is to be read next: the moment asked for, and what comes after it while it plays, or where it stands what may be asked
   * for next; null where all is there.
   */
  private get wanted(): Wanted | null {
    const moment = this.asked.seconds
    const shown = this.find(moment)
    if (!shown) return { from: moment, count: this.way > 0 ? this.atOnce : 1 }
    const length = Math.max(shown.to - shown.from, ROUNDED)
    // No farther than what can be kept beside what is shown.
    const most = Math.min(AHEAD, length * (this.mostKept - this.atOnce - 1))
    if (this.way < 0) {
      const start = Math.max(0, moment - most / 2)
      return this.find(start) ? null : { from: start, count: Math.ceil((moment - start) / length) }
    }
    if (this.way === 0) return this.expectedToRead
    let end = shown.to
    const after = (time: number): ClipFrame | undefined => this.find(time + ROUNDED)
    for (let next = after(end); next && end < moment + most; next = after(end)) end = next.to
    const isThere = end >= moment + most || end >= this.seconds - ROUNDED
    return isThere ? null : { from: end + ROUNDED, count: this.atOnce }
  }

  private get expectedToRead(): Wanted | null {
    const { expected } = this
    return Number.isNaN(expected) || this.find(expected) ? null : { from: expected, count: 1 }
  }

  private readMore(): void {
    if (!this.isReading && !this.failed && this.wanted) void this.readOn()
  }

  private async readOn(): Promise<void> {
    this.isReading = true
    for (let next = this.wanted; next && !this.failed; next = this.wanted) {
      try {
        this.keep(await this.read(next.from, next.count))
      } catch {
        // It was whole when it came in; what is shown stays.
        this.failed = true
      }
      for (const wake of this.waiting.splice(0)) wake()
      // Also where it came with what was read for a moment asked for earlier.
      if (this.isAwaited && this.find(this.asked.seconds)) {
        this.isAwaited = false
        this.changed()
      }
      // The file has less than it says: that is not to be asked for again and again.
      if (next.from === this.wanted?.from) break
    }
    this.isReading = false
  }

  private keep(frames: readonly ClipFrame[]): void {
    for (const frame of frames) {
      const known = this.frames.findIndex(({ from }) => Math.abs(from - frame.from) < ROUNDED / 2)
      if (known >= 0) this.frames.splice(known, 1)[0]!.picture.close()
      this.frames.push(frame)
    }
    // Those farthest from what is shown go first, and while it plays those it has passed; what may come next stays.
    const next = this.find(this.expected)
    const away = (frame: ClipFrame): number => {
      if (frame === next) return 0
      const { from, to } = frame
      const far = Math.max(from - this.asked.seconds, this.asked.seconds - to, 0)
      const isPassed = this.way * (from - this.asked.seconds) < 0 && far > 0
      return isPassed ? this.seconds + far : far
    }
    this.frames.sort((a, b) => away(a) - away(b))
    for (const { picture } of this.frames.splice(this.mostKept)) picture.close()
  }
}
