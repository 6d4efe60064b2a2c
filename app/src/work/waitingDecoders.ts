import type { EncodedPacketSink, VideoSample, VideoSampleSink } from 'mediabunny'

/** Frames in their order, decoded as they are asked for and a few ahead. */
export type Frames = AsyncGenerator<VideoSample, void>

/** What they hold between them, bytes. */
const MOST_BYTES = 64e6
/** As decoders give frames: lightness for each pixel, colour for each four. */
const BYTES_A_PIXEL = 1.5
/** Frames that a decoder holds which waits: those it has decoded ahead, and the one it stands at. */
const FRAMES_HELD = 9
/** Stretches that last less, s, are decoded from their start in no time. */
const SHORT = 0.5

/** From a whole picture to the next, s of the file. */
interface Stretch {
  readonly start: number
  readonly end: number
}

interface Waiting {
  readonly first: VideoSample
  readonly frames: Frames
}

/**
 * Decoders that wait halfway between two whole pictures. A frame can only be decoded from the whole picture before it on, and
 * they may lie seconds apart; from where a decoder waits it is half as far at most. They wait about where one works.
 */
export class WaitingDecoders {
  /** By the time of the whole picture before them, s of the file. */
  private readonly waiting = new Map<number, Waiting>()
  private preparing: Promise<void> = Promise.resolve()
  private asked = NaN

  /** @param end when the last frame ends, s of the file */
  constructor(
    private readonly sink: Pick<VideoSampleSink, 'samples'>,
    private readonly packets: Pick<EncodedPacketSink, 'getPacket' | 'getKeyPacket' | 'getNextKeyPacket'>,
    private readonly end: number,
  ) {}

  /** How many may wait at once, of frames of so many pixels. */
  static mostOf(pixels: number): number {
    return Math.floor(MOST_BYTES / (FRAMES_HELD * BYTES_A_PIXEL * pixels))
  }

  /**
   * The frame at a moment, s of the file, and those after it, by a decoder that waits no longer then.
   * @returns null where none waits on the way to it
   * @throws what the decoder says, where the browser has taken it away meanwhile
   */
  async frameAt(moment: number): Promise<{ readonly sample: VideoSample; readonly after: Frames } | null> {
    if (this.waiting.size === 0) return null
    const whole = await this.packets.getKeyPacket(moment, META)
    const found = whole && this.waiting.get(whole.timestamp)
    if (!found || found.first.timestamp > moment) return null
    this.waiting.delete(whole.timestamp)
    const frames = onward(found)
    const wanted = (await this.packets.getPacket(moment, META))!.timestamp - NEXT_TO
    for (;;) {
      const { value: sample } = await frames.next()
      if (!sample) return null
      if (sample.timestamp > wanted) return { sample, after: frames }
      sample.close()
    }
  }

  /** Lets decoders wait in the stretches nearest to a moment, until another is asked for. What cannot be decoded is left out. */
  prepare(moment: number, most: number): Promise<void> {
    this.asked = moment
    return this.inTurn(async () => {
      if (this.asked === moment) await this.prepareNow(moment, most)
    })
  }

  /** Lets go of all that wait. */
  clear(): Promise<void> {
    this.stop()
    return this.inTurn(() => this.keepOnly([]))
  }

  /** Makes no more of them ready, as something else is to be decoded. */
  stop(): void {
    this.asked = NaN
  }

  /** One thing after another; what goes wrong is told where the frame itself is asked for. */
  private inTurn(work: () => Promise<void>): Promise<void> {
    this.preparing = this.preparing.then(work).catch(() => undefined)
    return this.preparing
  }

  private async prepareNow(moment: number, most: number): Promise<void> {
    const wanted = await this.stretchesAbout(moment, most)
    await this.keepOnly(wanted)
    for (const { start, end } of wanted) {
      if (this.asked !== moment) return
      if (this.waiting.has(start)) continue
      const frames = this.sink.samples((start + end) / 2)
      const first = await frames.next().catch(() => null)
      if (first?.value) this.waiting.set(start, { first: first.value, frames })
    }
  }

  private async keepOnly(wanted: readonly Stretch[]): Promise<void> {
    for (const [start, waiting] of this.waiting) {
      if (wanted.some((stretch) => stretch.start === start)) continue
      this.waiting.delete(start)
      await letGo(waiting)
    }
  }

  /** Those nearest to a moment, the nearest first. */
  private async stretchesAbout(moment: number, most: number): Promise<Stretch[]> {
    const found: Stretch[] = []
    const whole = await this.packets.getKeyPacket(moment, META)
    for (let next = whole; next && found.length < most;) {
      const after = await this.packets.getNextKeyPacket(next, META)
      found.push({ start: next.timestamp, end: after?.timestamp ?? this.end })
      next = after
    }
    for (let first = whole, i = 0; first && i < most; i += 1) {
      const before = await this.packets.getKeyPacket(first.timestamp - NEXT_TO, META)
      if (before) found.push({ start: before.timestamp, end: first.timestamp })
      first = before
    }
    const away = ({ start, end }: Stretch): number => Math.max(start - moment, moment - end, 0)
    return found
      .filter(({ start, end }) => end - start >= SHORT)
      .sort((a, b) => away(a) - away(b))
      .slice(0, most)
  }
}

/** So near before a frame, s, is the one before it. */
const NEXT_TO = 1e-4

const META = { metadataOnly: true }

async function* onward({ first, frames }: Waiting): Frames {
  yield first
  yield* frames
}

async function letGo({ first, frames }: Waiting): Promise<void> {
  first.close()
  await frames.return()
}
