import { describe, expect, it } from 'vitest'
import { mixSounds, type HeardSound } from './mixSounds.ts'
import type { Sound } from './sound.ts'

const RATE = 48_000
const tone = (hertz: number, seconds: number, rate = RATE): Sound => ({
  rate,
  channels: [
    Float32Array.from({ length: seconds * rate }, (_, i) => Math.sin((2 * Math.PI * hertz * i) / rate)),
  ],
})
const sounds = new Map([
  ['low', tone(100, 2)],
  ['slow', tone(100, 2, 8_000)],
])
const heard = (more: Partial<HeardSound> & { readonly seconds: number }): HeardSound => ({
  id: 'a',
  asset: 'low',
  pace: 1,
  gain: 1,
  ...more,
})
const mixed = (heardAt: (seconds: number) => readonly HeardSound[], from = 0, to = 1): Float32Array =>
  mixSounds({ sounds, heardAt, from, to, rate: RATE }).channels[0]!
const largest = (values: Float32Array, wanted: (i: number) => number): number =>
  values.reduce((most, value, i) => Math.max(most, Math.abs(value - wanted(i))), 0)
const wave = (hertz: number, i: number): number => Math.sin((2 * Math.PI * hertz * i) / RATE)

describe('sounds mixed', () => {
  it('are what was recorded, to the sample, on both sides', () => {
    const { channels } = mixSounds({
      sounds,
      heardAt: (seconds) => [heard({ seconds })],
      from: 0.25,
      to: 0.75,
      rate: RATE,
    })
    expect(channels.map(({ length }) => length)).toEqual([24_000, 24_000])
    expect(largest(channels[0]!, (i) => wave(100, i + 12_000))).toBeLessThan(1e-6)
    expect(channels[1]).toEqual(channels[0])
  })
  it('of another rate are heard at their own pitch', () => {
    expect(
      largest(
        mixed((seconds) => [heard({ asset: 'slow', seconds })]),
        (i) => wave(100, i),
      ),
    ).toBeLessThan(0.002)
  })
  it('add up, each as loud as it is', () => {
    const both = (seconds: number) => [heard({ seconds }), heard({ id: 'b', seconds, gain: 0.5 })]
    expect(largest(mixed(both), (i) => 1.5 * wave(100, i))).toBeLessThan(1e-6)
  })
  it('swell evenly, without steps', () => {
    const values = mixed((seconds) => [heard({ seconds, gain: seconds })])
    expect(largest(values, (i) => (i / RATE) * wave(100, i))).toBeLessThan(1e-6)
  })
  it('go at their pace, also backwards', () => {
    expect(
      largest(
        mixed((seconds) => [heard({ seconds: 2 * seconds - 0, pace: 2 })], 0, 0.9),
        (i) => wave(200, i),
      ),
    ).toBeLessThan(1e-3)
    expect(
      largest(
        mixed((seconds) => [heard({ seconds: 1 - seconds, pace: -1 })], 0, 1),
        (i) => -wave(100, i),
      ),
    ).toBeLessThan(1e-3)
  })
  it('are silent before they begin, past their end, and where there is none of the name', () => {
    const values = mixed((seconds) => [
      heard({ seconds: seconds - 0.5 }),
      heard({ id: 'c', asset: 'none', seconds }),
    ])
    expect(largest(values.subarray(0, 23_990), () => 0)).toBe(0)
    expect(mixed((seconds) => [heard({ seconds: seconds + 3 })]).every((value) => value === 0)).toBe(true)
    expect(mixed(() => [], 1, 1)).toHaveLength(0)
  })
})
