import { describe, expect, it } from 'vitest'
import { envelopeOf } from '@arrow-bend/core/sound'
import { wavePath } from './soundWave.ts'

const RATE = 8000
const half = Float32Array.from({ length: 2 * RATE }, (_, i) => (i < RATE ? 0 : 0.5 * Math.sin(i)))
const envelope = envelopeOf({ rate: RATE, channels: [half] })
const columns = (secondsAt: (x: number) => number, to = 200): { x: number; top: number; bottom: number }[] =>
  wavePath(envelope, { from: 0, to, secondsAt })
    .split('Z')
    .filter(Boolean)
    .map((column) => {
      const [, x, top, bottom] = /^M([\d.]+) ([\d.]+)h1V([\d.]+)h-1$/.exec(column)!
      return { x: Number(x), top: Number(top), bottom: Number(bottom) }
    })

describe('the wave of a sound', () => {
  it('stands where it sounds, as high as it is loud, about the middle', () => {
    const drawn = columns((x) => x / 100)
    expect(drawn[0]!.x).toBeGreaterThanOrEqual(99)
    expect(drawn.at(-1)!.x).toBe(199)
    for (const { top, bottom } of drawn.slice(2)) expect([top, bottom]).toEqual([9, 17])
  })

  it('is as high at any zoom, and backwards', () => {
    for (const pace of [0.0005, 0.01, 0.2]) {
      const drawn = columns((x) => 1.5 + (x - 100) * pace).filter(({ x }) => Math.abs((x - 100) * pace) < 0.4)
      expect(Math.min(...drawn.map(({ top }) => top))).toBeCloseTo(9, 0)
    }
    expect(columns((x) => 2 - x / 100)[0]!.x).toBe(0)
    expect(wavePath(envelope, { from: 0, to: 50, secondsAt: (x) => 10 + x })).toBe('')
  })
})
