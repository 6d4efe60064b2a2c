import { describe, expect, it } from 'vitest'
import { sharesOf } from '../chance/index.ts'
import { powerSpectrum, spectrumOf } from './spectrum.ts'

const COUNT = 1024
const hann = Float64Array.from({ length: COUNT }, (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * i) / COUNT))
const noise = (seed: number): Float64Array => {
  const chance = sharesOf(seed)
  return Float64Array.from({ length: COUNT }, chance)
}

describe('powerSpectrum', () => {
  // Source: Parseval's theorem.
  it('is in all the power of the weighted samples', () => {
    const samples = noise(4)
    const all = powerSpectrum(samples).reduce((sum, one) => sum + one, 0)
    const weight = hann.reduce((sum, one) => sum + one * one, 0)
    const power = samples.reduce((sum, one, i) => sum + (one * hann[i]!) ** 2, 0) / weight
    expect(Math.abs(all / power - 1)).toBeLessThan(1e-6)
  })

  // Source: the discrete Fourier transform by its definition.
  it('is at each frequency what the sum over all samples says', () => {
    const samples = noise(9)
    const weight = hann.reduce((sum, one) => sum + one * one, 0)
    const bins = powerSpectrum(samples)
    for (const k of [0, 1, 7, 100, 333, 511, 512]) {
      let [x, y] = [0, 0]
      samples.forEach((one, i) => {
        const angle = (-2 * Math.PI * k * i) / COUNT
        x += one * hann[i]! * Math.cos(angle)
        y += one * hann[i]! * Math.sin(angle)
      })
      const sides = k === 0 || k === COUNT / 2 ? 1 : 2
      expect(bins[k]).toBeCloseTo((sides * (x * x + y * y)) / (COUNT * weight), 9)
    }
  })

  it('of a sine on a bin stands there and beside it, half its amplitude squared', () => {
    const bins = powerSpectrum(
      Float64Array.from({ length: COUNT }, (_, i) => 0.8 * Math.sin((2 * Math.PI * 60 * i) / COUNT)),
    )
    expect(bins[59]! + bins[60]! + bins[61]!).toBeCloseTo(0.32, 6)
    expect(bins[60]! / bins[59]!).toBeCloseTo(4, 6)
    expect(bins[70]).toBeLessThan(1e-12)
  })
})

describe('spectrumOf', () => {
  const tone = (hertz: number, loud: number): Float32Array =>
    Float32Array.from({ length: 44_100 }, (_, i) => loud * Math.sin((2 * Math.PI * hertz * i) / 44_100))

  it('is loudest in the band that is played, and tells how much fainter others are', () => {
    const [low, high] = [tone(520, 0.8), tone(5000, 0.08)]
    const { edges, decibels } = spectrumOf({ rate: 44_100, channels: [low.map((one, i) => one + high[i]!)] })
    const bandOf = (hertz: number): number => edges.findIndex((edge) => edge > hertz) - 1
    expect(decibels[bandOf(520)]).toBe(0)
    expect(Math.abs(decibels[bandOf(5000)]! + 20)).toBeLessThan(2)
    expect(decibels[bandOf(1500)]).toBeLessThan(-60)
  })

  it('of silence is nothing, and of a moment all there is of it', () => {
    expect(new Set(spectrumOf({ rate: 44_100, channels: [new Float32Array(50)] }).decibels)).toEqual(
      new Set([-Infinity]),
    )
    expect(spectrumOf({ rate: 8000, channels: [tone(440, 1).slice(0, 900)] }).decibels).toContain(0)
  })
})
