import { describe, expect, it } from 'vitest'
import { readSound, writeWav } from './index.ts'

describe('writeWav', () => {
  it('is read again as it was, to a 16th bit, by another reader (mediabunny)', async () => {
    const left = Float32Array.from({ length: 3000 }, (_, i) => Math.sin(i / 11))
    const right = Float32Array.from({ length: 3000 }, (_, i) => (i % 2 === 0 ? 3 : -0.25))
    const { rate, channels } = await readSound(writeWav({ rate: 22_050, channels: [left, right] }))
    expect(rate).toBe(22_050)
    expect(channels.map(({ length }) => length)).toEqual([3000, 3000])
    for (let i = 0; i < 3000; i += 1) {
      expect(Math.abs(channels[0]![i]! - left[i]!)).toBeLessThan(1 / 16_000)
      expect(Math.abs(channels[1]![i]! - Math.min(1, right[i]!))).toBeLessThan(1 / 16_000)
    }
  })
})
