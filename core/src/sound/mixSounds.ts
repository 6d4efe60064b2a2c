import type { Sound } from './sound.ts'

/** What is heard of one sound at a moment. */
export interface HeardSound {
  /** The same from moment to moment. */
  readonly id: string
  /** Which of the sounds. */
  readonly asset: string
  /** Where in it, s; before it and past its end nothing is heard. */
  readonly seconds: number
  /** How fast it goes on: 1 as it was recorded, below 0 backwards. */
  readonly pace: number
  /** ≥ 0; 1 as it was recorded. */
  readonly gain: number
}

export interface MixSounds {
  readonly sounds: ReadonlyMap<string, Sound>
  readonly heardAt: (seconds: number) => readonly HeardSound[]
  /** From when to when, s. */
  readonly from: number
  readonly to: number
  /** Samples a second. */
  readonly rate: number
}

/** Samples between two looks at what is heard: 5 ms at 48 kHz; between them places and gains go evenly. */
const BLOCK = 256
/** A place that lies farther from where the pace leads is a jump, s. */
const JUMP = 0.002

/**
 * Sounds as they are heard together, left and right. One of one channel is heard on both sides alike.
 * Samples between those there are lie on straight lines.
 * Source: linear interpolation (textbook).
 */
export function mixSounds({ sounds, heardAt, from, to, rate }: MixSounds): Sound {
  const [first, end] = [Math.round(from * rate), Math.round(to * rate)]
  const channels = [new Float32Array(Math.max(0, end - first)), new Float32Array(Math.max(0, end - first))]
  let heard = heardAt(first / rate)
  for (let at = first; at < end; at += BLOCK) {
    const count = Math.min(BLOCK, end - at)
    const next = heardAt((at + count) / rate)
    for (const one of heard) {
      const sound = sounds.get(one.asset)
      if (sound)
        addBlock(channels, sound, { at: at - first, count, rate, one, then: thenOf(one, next, count / rate) })
    }
    heard = next
  }
  return { rate, channels }
}

/** Where a sound is, and how loud, when a block ends. */
function thenOf(
  one: HeardSound,
  next: readonly HeardSound[],
  seconds: number,
): Pick<HeardSound, 'seconds' | 'gain'> {
  const led = one.seconds + one.pace * seconds
  const same = next.find(({ id }) => id === one.id)
  if (!same) return { seconds: led, gain: one.gain }
  return { seconds: Math.abs(same.seconds - led) < JUMP ? same.seconds : led, gain: same.gain }
}

interface Block {
  /** Where in the mix, samples. */
  readonly at: number
  readonly count: number
  readonly rate: number
  readonly one: HeardSound
  readonly then: Pick<HeardSound, 'seconds' | 'gain'>
}

function addBlock(mix: readonly Float32Array[], sound: Sound, { at, count, one, then }: Block): void {
  const start = one.seconds * sound.rate
  const step = ((then.seconds - one.seconds) * sound.rate) / count
  const swell = (then.gain - one.gain) / count
  mix.forEach((channel, side) => {
    const samples = sound.channels[Math.min(side, sound.channels.length - 1)]!
    const last = samples.length - 1
    for (let i = 0; i < count; i += 1) {
      const place = start + i * step
      if (place < 0 || place > last) continue
      const whole = Math.floor(place)
      const before = samples[whole]!
      const share = place - whole
      const sample = share === 0 ? before : before + share * (samples[whole + 1]! - before)
      channel[at + i] = channel[at + i]! + (one.gain + i * swell) * sample
    }
  })
}
