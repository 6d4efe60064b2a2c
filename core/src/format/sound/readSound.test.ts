import { describe, expect, it } from 'vitest'
import { wavBytes } from '../../../test/wavBytes.ts'
import { readSound } from './index.ts'

const ramp = (most: number, by: number): Int32Array =>
  Int32Array.from({ length: 1000 }, (_, i) => ((i * by) % (2 * most)) - most)

// Source of the values: a whole number of n bits is a share of 2ⁿ⁻¹ (RIFF WAVE).
describe('a WAV file', () => {
  it.each([8, 16, 24] as const)('of %d bits is read bit for bit, each channel by itself', async (bits) => {
    const most = 2 ** (bits - 1)
    const [left, right] = [ramp(most, 7 * 2 ** (bits - 8) + 1), ramp(most, 13 * 2 ** (bits - 8) + 3)]
    const { rate, channels } = await readSound(wavBytes([left, right], { rate: 22_050, bits }))
    expect(rate).toBe(22_050)
    expect(channels).toHaveLength(2)
    expect([...channels[0]!]).toEqual([...left].map((value) => Math.fround(value / most)))
    expect([...channels[1]!]).toEqual([...right].map((value) => Math.fround(value / most)))
  })

  it('of six channels has six', async () => {
    const six = Array.from({ length: 6 }, (_, c) => ramp(32_768, 100 + c))
    expect((await readSound(wavBytes(six, { rate: 48_000 }))).channels).toHaveLength(6)
  })

  it('that is none, is empty or is too long is refused with a sentence', async () => {
    const text = new TextEncoder().encode('RIFF is not all that makes a sound') as Uint8Array<ArrayBuffer>
    await expect(readSound(text)).rejects.toThrow('No sound can be read')
    await expect(readSound(new Uint8Array(0))).rejects.toThrow('No sound can be read')
    await expect(readSound(wavBytes([new Int32Array(0)], { rate: 48_000 }))).rejects.toThrow(
      'no sound in this file',
    )
    const hours = wavBytes([new Int32Array(3 * 3600 * 20)], { rate: 20, bits: 8 })
    await expect(readSound(hours)).rejects.toThrow('longer than an hour')
  })

  it('that breaks off is read as far as it goes', async () => {
    const whole = wavBytes([ramp(32_768, 77)], { rate: 8000 })
    const { channels } = await readSound(whole.slice(0, 44 + 1200))
    expect(channels[0]!.length).toBe(600)
  })
})
