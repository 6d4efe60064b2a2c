import { describe, expect, it } from 'vitest'
import { findBeats } from './index.ts'
import { stretchTime } from './stretchTime.ts'

const RATE = 22_050
const tone = (hertz: number, seconds: number): Float32Array =>
  Float32Array.from({ length: RATE * seconds }, (_, i) => 0.6 * Math.sin((2 * Math.PI * hertz * i) / RATE))

/** How often a wave goes up through nothing, a second; without its edges. */
const pitchOf = (samples: Float32Array): number => {
  const [from, to] = [Math.round(samples.length * 0.1), Math.round(samples.length * 0.9)]
  let ups = 0
  for (let i = from; i < to; i += 1) if (samples[i]! < 0 && samples[i + 1]! >= 0) ups += 1
  return (ups * RATE) / (to - from)
}

describe('stretchTime', () => {
  it.each([0.1, 0.37, 0.5, 0.9, 1.25, 2, 4])(
    'at %f times keeps the pitch, and changes the length',
    (pace) => {
      const { channels } = stretchTime({ rate: RATE, channels: [tone(440, 2), tone(261.6, 2)] }, pace)
      expect(channels.map(({ length }) => length)).toEqual(Array(2).fill(Math.round((2 * RATE) / pace)))
      expect(Math.abs(pitchOf(channels[0]!) / 440 - 1)).toBeLessThan(0.02)
      expect(Math.abs(pitchOf(channels[1]!) / 261.6 - 1)).toBeLessThan(0.03)
      const inner = channels[0]!.slice(RATE * 0.1, -RATE * 0.1)
      const loudness = Math.sqrt(inner.reduce((sum, sample) => sum + sample * sample, 0) / inner.length)
      expect(loudness).toBeGreaterThan(0.6 * Math.SQRT1_2 * 0.9)
      expect(loudness).toBeLessThan(0.6 * Math.SQRT1_2 * 1.05)
    },
  )

  it.each([0.5, 0.8, 1.5, 2])('at %f times brings what sets in where it belongs', (pace) => {
    const times = [0.5, 1, 1.5, 2, 2.5]
    const samples = new Float32Array(RATE * 3)
    for (const time of times)
      for (let i = 0; i < RATE * 0.08; i += 1)
        samples[Math.round(time * RATE) + i] = Math.sin(i * 0.09) * Math.exp(-i / (RATE * 0.02))
    const { channels, rate } = stretchTime({ rate: RATE, channels: [samples] }, pace)
    const found = findBeats({ rate, channels }, { sensitivity: 50, apart: 0.1 })
    expect(found.length).toBe(times.length)
    found.forEach(({ seconds }, i) => expect(Math.abs(seconds - times[i]! / pace)).toBeLessThan(0.025))
  })

  it('at its own pace changes nothing', () => {
    const samples = tone(313, 1)
    const [same] = stretchTime({ rate: RATE, channels: [samples] }, 1).channels
    same!.forEach((sample, i) => expect(sample).toBeCloseTo(samples[i]!, 5))
  })

  it('of no sound is none', () => {
    expect(stretchTime({ rate: RATE, channels: [new Float32Array(0)] }, 0.5).channels[0]!.length).toBe(0)
  })
})
