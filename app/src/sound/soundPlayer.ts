import { soundingIn, type Asset, type SceneSampler, type Sounding } from '@arrow-bend/core/scene'
import type { ReadAsset } from '../storage/index.ts'

/** So far off its place, s, a sound is set anew; what is nearer is a frame's own breadth. */
const APART = 0.08
/** So near recorded speed a sound is played; otherwise it is silent. */
const NEAR_PACE = 0.005
/** What a change of gain is spread over, so that it does not click, s. */
const SOFTLY = 0.01

/** A sound that plays. */
interface Running {
  readonly source: AudioBufferSourceNode
  readonly volume: GainNode
  /** Where in it it began, s, and when, by the context's clock. */
  readonly offset: number
  readonly since: number
}

/** Plays what is heard of a scene, in step with its playback: at recorded speed only, silent otherwise. */
export class SoundPlayer {
  private readonly buffers = new Map<string, AudioBuffer>()
  private readonly asked = new Set<string>()
  private readonly running = new Map<string, Running>()

  constructor(
    private readonly context: Pick<
      AudioContext,
      'currentTime' | 'destination' | 'createBufferSource' | 'createGain' | 'decodeAudioData' | 'resume'
    >,
    private readonly read: ReadAsset,
  ) {}

  /** Decodes sounds that are not there yet; what cannot be decoded is silent. */
  async load(assets: readonly Asset[]): Promise<void> {
    await this.context.resume()
    const fresh = assets.filter(({ id, kind }) => kind !== 'picture' && !this.asked.has(id))
    await Promise.all(
      fresh.map(async (asset) => {
        this.asked.add(asset.id)
        const blob = await this.read(asset).catch(() => null)
        // A clip may have no sound.
        const buffer =
          blob && (await this.context.decodeAudioData(await blob.arrayBuffer()).catch(() => null))
        if (buffer) this.buffers.set(asset.id, buffer)
      }),
    )
  }

  /**
   * Takes up, sets right and ends sounds as a scene has them at the moment it was sampled for last.
   * @param pace of the playback: 1 for real time, below 0 backwards
   */
  follow(sampler: SceneSampler, pace: number): void {
    const heard = soundingIn(sampler)
    for (const one of heard) this.followOne(one, pace)
    const ids = new Set(heard.map(({ id }) => id))
    for (const id of this.running.keys()) if (!ids.has(id)) this.end(id)
  }

  private followOne({ id, asset, seconds, pace, gain }: Sounding, playPace: number): void {
    const buffer = this.buffers.get(asset)
    const isAudible =
      buffer !== undefined &&
      Math.abs(pace * playPace - 1) < NEAR_PACE &&
      seconds >= 0 &&
      seconds < buffer.duration
    if (!isAudible) {
      this.end(id)
      return
    }
    const now = this.context.currentTime
    const known = this.running.get(id)
    if (known && Math.abs(known.offset + now - known.since - seconds) < APART) {
      known.volume.gain.setTargetAtTime(gain, now, SOFTLY)
      return
    }
    this.end(id)
    this.begin(id, buffer, { seconds, gain })
  }

  private begin(
    id: string,
    buffer: AudioBuffer,
    { seconds, gain }: { readonly seconds: number; readonly gain: number },
  ): void {
    const { context } = this
    const source = context.createBufferSource()
    const volume = context.createGain()
    source.buffer = buffer
    volume.gain.value = gain
    source.connect(volume)
    volume.connect(context.destination)
    source.start(0, seconds)
    this.running.set(id, { source, volume, offset: seconds, since: context.currentTime })
  }

  private end(id: string): void {
    const known = this.running.get(id)
    if (!known) return
    known.source.stop()
    known.source.disconnect()
    known.volume.disconnect()
    this.running.delete(id)
  }

  /** Ends all that plays. */
  rest(): void {
    for (const id of this.running.keys()) this.end(id)
  }
}
