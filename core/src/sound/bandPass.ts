import { BadSound } from './badSound.ts'
import type { Band } from './sound.ts'

/** Two poles and two zeros: b over a, with a0 = 1. */
interface Biquad {
  readonly b0: number
  readonly b1: number
  readonly b2: number
  readonly a1: number
  readonly a2: number
}

/** Quality of each section of a Butterworth filter of the fourth order. Source: textbook (1 / (2 cos(π/8)), 1 / (2 cos(3π/8))). */
const QUALITIES = [1 / (2 * Math.cos(Math.PI / 8)), 1 / (2 * Math.cos((3 * Math.PI) / 8))] as const

/** Source: R. Bristow-Johnson, Audio EQ Cookbook (W3C Note), low-pass and high-pass. */
function biquad(kind: 'low' | 'high', frequency: number, quality: number, rate: number): Biquad {
  const w = (2 * Math.PI * frequency) / rate
  const [sine, cosine] = [Math.sin(w), Math.cos(w)]
  const alpha = sine / (2 * quality)
  const a0 = 1 + alpha
  const side = kind === 'low' ? (1 - cosine) / 2 : (1 + cosine) / 2
  const middle = kind === 'low' ? 1 - cosine : -(1 + cosine)
  return { b0: side / a0, b1: middle / a0, b2: side / a0, a1: (-2 * cosine) / a0, a2: (1 - alpha) / a0 }
}

/** Filters in place; forwards, or from the end. */
function run(samples: Float32Array, { b0, b1, b2, a1, a2 }: Biquad, backwards: boolean): void {
  let [z1, z2] = [0, 0]
  const step = backwards ? -1 : 1
  for (let i = backwards ? samples.length - 1 : 0; i >= 0 && i < samples.length; i += step) {
    const x = samples[i]!
    const y = b0 * x + z1
    z1 = b1 * x - a1 * y + z2
    z2 = b2 * x - a2 * y
    samples[i] = y
  }
}

/**
 * What of some samples lies in a band; filtered forwards and backwards, so that nothing comes later than it was. At either
 * end of the band half of the amplitude is left.
 * @param rate samples a second
 * @throws BadSound for a band that is none
 */
export function bandPassed(samples: Float32Array, rate: number, { low, high }: Band): Float32Array {
  checkBand({ low, high }, rate)
  const filters: Biquad[] = []
  for (const quality of QUALITIES) {
    if (low !== undefined && low > 0) filters.push(biquad('high', low, quality, rate))
    if (high !== undefined && high < rate / 2) filters.push(biquad('low', high, quality, rate))
  }
  if (filters.length === 0) return samples
  const passed = Float32Array.from(samples)
  for (const backwards of [false, true]) for (const filter of filters) run(passed, filter, backwards)
  return passed
}

/** Throws BadSound where a band of a sound has nothing in it. */
export function checkBand({ low = 0, high = Infinity }: Band, rate: number): void {
  if (!(low >= 0 && high > low))
    throw new BadSound('A band of frequencies begins at 0 Hz or above, and ends above where it begins.')
  if (low >= rate / 2)
    throw new BadSound(
      `This sound has nothing above ${rate / 2} Hz: it holds ${rate} samples a second. Ask for a band below that.`,
    )
}
