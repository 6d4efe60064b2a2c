import { click, hat, kick, type Beat, type Hit, type Sound } from '../src/sound/index.ts'

export { click, hat, kick }

/** Samples a second of all that is made here. */
export const RATE = 44_100

/** Noise by a small generator of its own, the same on every machine, −1 … 1. Source: Park and Miller, CACM 31 (1988). */
export function noise(seed: number): () => number {
  let state = (seed % 2_147_483_646) + 1
  return () => {
    state = (state * 48_271) % 2_147_483_647
    return (2 * state) / 2_147_483_647 - 1
  }
}

export interface Track {
  readonly sound: Sound
  /** When each of its beats sets in, s. */
  readonly times: readonly number[]
}

interface MakeTrack {
  readonly tempo: number
  readonly seconds: number
  readonly hit: Hit
  /** What is hit between the beats. */
  readonly between?: Hit
  /** dB of all that is hit over the noise laid on it. */
  readonly overNoise?: number
  readonly seed?: number
}

/** A steady track, each beat a little early or late and more or less loud, with noise over it. */
export function track({ tempo, seconds, hit, between, overNoise, seed = 1 }: MakeTrack): Track {
  const samples = new Float32Array(Math.round(seconds * RATE) + RATE)
  const chance = noise(seed)
  const times: number[] = []
  const beat = 60 / tempo
  for (let t = 0.37; t < seconds - 0.5; t += beat) {
    const at = Math.round((t + 0.01 * chance()) * RATE)
    hit(samples, at, 0.65 + 0.25 * chance(), RATE)
    between?.(samples, Math.round((t + beat / 2) * RATE), 0.5, RATE)
    times.push(at / RATE)
  }
  if (overNoise !== undefined) {
    const power = samples.reduce((sum, one) => sum + one * one, 0) / samples.length
    // Even noise has a third of its largest power.
    const loud = Math.sqrt(3 * power * 10 ** (-overNoise / 10))
    for (let i = 0; i < samples.length; i += 1) samples[i] = samples[i]! + loud * chance()
  }
  return { sound: { rate: RATE, channels: [samples] }, times }
}

/** Shares of beats that were found within 20 ms, and of what was found that is none. */
export function scoreOf(found: readonly Beat[], times: readonly number[]): { found: number; false: number } {
  const left = found.map(({ seconds }) => seconds)
  let hits = 0
  for (const time of times) {
    const at = left.findIndex((one) => Math.abs(one - time) <= 0.02)
    if (at < 0) continue
    hits += 1
    left.splice(at, 1)
  }
  return { found: hits / times.length, false: left.length / Math.max(1, found.length) }
}
