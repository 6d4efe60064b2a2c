import { soundingIn, type Asset, type SceneSampler, type Sounding } from '@arrow-bend/core/scene'
import type { Sound } from '@arrow-bend/core/sound'
import type { ReadAsset } from '../storage/index.ts'
import { decodedSound } from './decodedSound.ts'

/** So far off its place, s, a sound is set anew; what is nearer is a frame's own breadth. */
const APART = 0.08
/** So near recorded speed every sound is played; otherwise it is silent unless it is to be heard at any speed. */
const NEAR_PACE = 0.005
/** Slower it is no sound any more, and faster no browser plays it. */
const [SLOWEST, FASTEST] = [1 / 16, 16]
/** What a change of gain is spread over, so that it does not click, s. */
const SOFTLY = 0.01
/** How much is heard of a moment one scrubs over, s, and how soon the next may follow. */
const GLANCE = 0.09
const GLANCE_EVERY = 0.045
/** No device is heard later than this, s. */
const MOST_LATENCY = 0.5

/** A sound that plays. */
interface Running {
  readonly source: AudioBufferSourceNode
  readonly volume: GainNode
  /** Whether it plays from its end to its start. */
  readonly isBackwards: boolean
  /** Where in it, in the order it plays, it was at a moment by the context's clock, s, and how fast it goes on. */
  offset: number
  since: number
  rate: number
}

/** What is to be heard now. */
interface Heard {
  readonly buffer: AudioBuffer
  readonly isBackwards: boolean
  /** Where in it, in the order it plays, s. */
  readonly offset: number
  readonly rate: number
  readonly gain: number
}

/** Plays what is heard of a scene, in step with its playback. */
export class SoundPlayer {
  private readonly buffers = new Map<string, AudioBuffer>()
  /** The same from their ends to their starts, made when they are first heard so. */
  private readonly backwards = new Map<string, AudioBuffer>()
  private readonly asked = new Set<string>()
  private readonly running = new Map<string, Running>()
  /** The sounds at their own pitch for one pace of the playback that is not that of life. */
  private kept: { readonly pace: number; readonly buffers: Map<string, AudioBuffer | null> } | null = null
  private glanced = -Infinity

  /**
   * @param heard what of the context's time is heard at the moment a scene is sampled for, s: it comes from the device
   *   later than it was sent there
   */
  constructor(
    private readonly context: Pick<
      AudioContext,
      'currentTime' | 'destination' | 'createBuffer' | 'createBufferSource' | 'createGain' | 'decodeAudioData'
    >,
    private readonly read: ReadAsset,
    private readonly heard: () => number = () => context.currentTime,
  ) {}

  /** Decodes sounds that are not there yet; what cannot be decoded is silent. */
  async load(assets: readonly Asset[]): Promise<void> {
    const fresh = assets.filter(({ id, kind }) => kind !== 'picture' && !this.asked.has(id))
    await Promise.all(
      fresh.map(async (asset) => {
        this.asked.add(asset.id)
        // A clip may have no sound.
        const buffer = await decodedSound(this.context, () => this.read(asset))
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

  private followOne(sounding: Sounding, playPace: number): void {
    const { id } = sounding
    const heard = this.heardOf(sounding, playPace)
    if (!heard) {
      this.end(id)
      return
    }
    const now = this.heard()
    const sent = this.context.currentTime
    const known = this.running.get(id)
    const reached = known ? known.offset + (now - known.since) * known.rate : NaN
    const isInStep =
      known?.isBackwards === heard.isBackwards && Math.abs(reached - heard.offset) < APART * heard.rate
    if (!known || !isInStep) {
      this.end(id)
      this.begin(id, heard)
      return
    }
    known.volume.gain.setTargetAtTime(heard.gain, sent, SOFTLY)
    if (known.rate === heard.rate) return
    known.source.playbackRate.value = heard.rate
    const offset = known.offset + (sent - known.since) * known.rate
    Object.assign(known, { offset, since: sent, rate: heard.rate })
  }

  /** What of a sound is heard while it goes by at a pace; null where it is silent. */
  private heardOf({ asset, seconds, pace, atAnySpeed, gain }: Sounding, playPace: number): Heard | null {
    const stretched = this.kept?.pace === playPace ? this.kept.buffers.get(asset) : null
    if (
      stretched &&
      Math.abs(pace - 1) < NEAR_PACE &&
      seconds >= 0 &&
      seconds / playPace < stretched.duration
    )
      return { buffer: stretched, isBackwards: false, offset: seconds / playPace, rate: 1, gain }
    const buffer = this.buffers.get(asset)
    const through = pace * playPace
    const isRecorded = Math.abs(through - 1) < NEAR_PACE
    const rate = isRecorded ? 1 : Math.abs(through)
    if (!buffer || seconds < 0 || seconds >= buffer.duration) return null
    if (!(isRecorded || (atAnySpeed && rate >= SLOWEST && rate <= FASTEST))) return null
    const isBackwards = through < 0
    if (!isBackwards) return { buffer, isBackwards, offset: seconds, rate, gain }
    return { buffer: this.turned(asset, buffer), isBackwards, offset: buffer.duration - seconds, rate, gain }
  }

  private turned(asset: string, buffer: AudioBuffer): AudioBuffer {
    const known = this.backwards.get(asset)
    if (known) return known
    const { numberOfChannels, length, sampleRate } = buffer
    const made = this.context.createBuffer(numberOfChannels, length, sampleRate)
    for (let channel = 0; channel < numberOfChannels; channel += 1)
      made.copyToChannel(buffer.getChannelData(channel).slice().reverse(), channel)
    this.backwards.set(asset, made)
    return made
  }

  private begin(id: string, heard: Heard): void {
    const { isBackwards, rate } = heard
    const sent = this.context.currentTime
    // What is sent now is heard a little later, when the picture has gone on.
    const later = Math.min(Math.max(0, sent - this.heard()), MOST_LATENCY)
    const offset = heard.offset + later * rate
    const { source, volume } = this.madeReady(heard)
    source.start(0, offset)
    this.running.set(id, { source, volume, isBackwards, offset, since: sent, rate })
  }

  private madeReady({ buffer, rate, gain }: Heard): Pick<Running, 'source' | 'volume'> {
    const { context } = this
    const source = context.createBufferSource()
    const volume = context.createGain()
    source.buffer = buffer
    source.playbackRate.value = rate
    volume.gain.value = gain
    source.connect(volume)
    volume.connect(context.destination)
    return { source, volume }
  }

  /** Lets a moment be heard that is scrubbed over, as it was recorded, fading away. */
  glance(sampler: SceneSampler): void {
    const now = this.context.currentTime
    if (now - this.glanced < GLANCE_EVERY) return
    this.glanced = now
    for (const sounding of soundingIn(sampler)) {
      const heard = this.heardOf({ ...sounding, pace: 1 }, 1)
      if (!heard) continue
      const { source, volume } = this.madeReady(heard)
      volume.gain.setTargetAtTime(0, now + GLANCE / 2, GLANCE / 8)
      source.start(0, heard.offset, GLANCE)
    }
  }

  /**
   * Makes sounds ready to be heard at their own pitch while playback goes at another pace; they are silent until then.
   * @param stretch gives a sound at that pace; null where it cannot be
   */
  async keepPitch(
    assets: readonly Asset[],
    pace: number,
    stretch: (asset: Asset) => Promise<Sound | null>,
  ): Promise<void> {
    if (this.kept?.pace !== pace) this.kept = { pace, buffers: new Map() }
    const { buffers } = this.kept
    for (const asset of assets) {
      if (buffers.has(asset.id) || !this.buffers.has(asset.id)) continue
      // Being made; what could not be is tried again when it is next asked for.
      buffers.set(asset.id, null)
      const sound = await stretch(asset)
      if (sound?.channels[0]?.length) buffers.set(asset.id, this.bufferOf(sound))
      else buffers.delete(asset.id)
    }
  }

  /** From here on they are silent at other paces again. */
  leavePitch(): void {
    this.kept = null
  }

  private bufferOf({ rate, channels }: Sound): AudioBuffer {
    const made = this.context.createBuffer(channels.length, channels[0]!.length, rate)
    channels.forEach((samples, channel) => made.copyToChannel(samples as Float32Array<ArrayBuffer>, channel))
    return made
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
