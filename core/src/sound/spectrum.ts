import FFT from 'fft.js'
import { mixedDown, type Sound } from './sound.ts'

/** Samples looked at together, a power of two: bins of 5 … 12 Hz. */
const WINDOW = 8192

/**
 * The power of a stretch of samples at each frequency, from 0 up to half the rate, through a Hann window; all of it
 * together is the mean power of the samples so weighted (Parseval).
 * Source: G. Heinzel et al., Spectrum and spectral density estimation by the DFT (2002); the transform is fft.js'.
 * @param samples as many as a power of two
 */
export function powerSpectrum(samples: Float64Array): Float64Array {
  const count = samples.length
  const fft = new FFT(count)
  const weighted = new Array<number>(count)
  let weight = 0
  for (let i = 0; i < count; i += 1) {
    const share = 0.5 - 0.5 * Math.cos((2 * Math.PI * i) / count)
    weighted[i] = samples[i]! * share
    weight += share * share
  }
  const bins = fft.createComplexArray() as number[]
  fft.realTransform(bins, weighted)
  return Float64Array.from({ length: count / 2 + 1 }, (_, k) => {
    const power = bins[2 * k]! ** 2 + bins[2 * k + 1]! ** 2
    // Each frequency between the ends stands for its mirror image, too.
    return ((k === 0 || k === count / 2 ? 1 : 2) * power) / (count * weight)
  })
}

/** How loud a sound is on the whole, by frequency. */
export interface Spectrum {
  /** The edges between bands, Hz, one more than bands. */
  readonly edges: readonly number[]
  /** Of each band, dB beside the loudest; −∞ for silence. */
  readonly decibels: readonly number[]
}

const [LOWEST, HIGHEST] = [20, 20_000]
const BANDS = 60

/** The spectrum of all of a sound in bands that are equally wide to the ear. */
export function spectrumOf(sound: Sound): Spectrum {
  const samples = mixedDown(sound)
  const power = new Float64Array(WINDOW / 2 + 1)
  for (let at = 0; at === 0 || at + WINDOW / 2 < samples.length; at += WINDOW / 2) {
    const piece = new Float64Array(WINDOW)
    piece.set(samples.subarray(at, at + WINDOW))
    powerSpectrum(piece).forEach((one, k) => (power[k] = power[k]! + one))
  }
  const edges = Array.from({ length: BANDS + 1 }, (_, i) => LOWEST * (HIGHEST / LOWEST) ** (i / BANDS))
  const bin = sound.rate / WINDOW
  const bands = edges.slice(1).map((high, i) => powerBetween(power, edges[i]! / bin, high / bin))
  const most = Math.max(...bands)
  return { edges, decibels: bands.map((one) => (one > 0 ? 10 * Math.log10(one / most) : -Infinity)) }
}

/** The power between two places among bins, each of which is spread over the width of one. */
function powerBetween(power: Float64Array, low: number, high: number): number {
  let sum = 0
  for (let k = Math.max(0, Math.round(low)); k <= Math.min(power.length - 1, Math.round(high)); k += 1) {
    const share = Math.min(high, k + 0.5) - Math.max(low, k - 0.5)
    if (share > 0) sum += power[k]! * share
  }
  return sum
}
