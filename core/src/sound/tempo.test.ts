import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import { beatGrid, tempoOf } from './index.ts'

const beats = (perMinute: number, count: number, first = 0.37): number[] =>
  Array.from({ length: count }, (_, i) => first + (i * 60) / perMinute)

describe('tempoOf', () => {
  it.each([62, 84.5, 97, 120, 133.33, 174])('of beats %f times a minute is that', (perMinute) => {
    const { perMinute: found, first, steadiness } = tempoOf(beats(perMinute, 40))!
    expect(found).toBeCloseTo(perMinute, 6)
    expect(steadiness).toBeCloseTo(1, 9)
    const period = 60 / perMinute
    expect(Math.abs((first - 0.37) / period - Math.round((first - 0.37) / period))).toBeLessThan(1e-6)
  })

  it('is found though beats are missing, come between, and are some 10 ms off', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 80, max: 160 }),
        fc.array(fc.double({ min: -1, max: 1, noNaN: true }), { minLength: 60, maxLength: 60 }),
        (perMinute, chance) => {
          const played = beats(perMinute, 60).flatMap((second, i) => {
            const off = chance[i]!
            if (off > 0.7) return []
            return [second + off * 0.01, ...(i % 17 === 3 ? [second + 25 / perMinute] : [])]
          })
          const tempo = tempoOf(played)
          expect(Math.abs(tempo!.perMinute - perMinute)).toBeLessThan(perMinute * 0.004)
        },
      ),
      { numRuns: 60 },
    )
  })

  it.each([
    ['none', []],
    ['three', [0, 1, 2]],
    ['all at once', [1, 1, 1, 1, 1]],
    [
      'by chance',
      [0.1, 0.93, 1.31, 2.77, 3.02, 4.99, 5.21, 7.7, 8.16, 8.45, 11.03, 12.61, 12.99, 14.17, 15.86, 16.03],
    ],
  ] as const)('is none for beats that are %s', (_what, given) => {
    expect(tempoOf(given)).toBeNull()
  })
})

describe('beatGrid', () => {
  it('is every so many beats within a stretch', () => {
    const tempo = { perMinute: 120, first: 0.25 }
    expect(beatGrid(tempo, [0, 3], { every: 1, from: 0 })).toEqual([0.25, 0.75, 1.25, 1.75, 2.25, 2.75])
    expect(beatGrid(tempo, [0.5, 3], { every: 2, from: 1 })).toEqual([1.25, 2.25])
    expect(beatGrid(tempo, [1, 1], { every: 4, from: 0 })).toEqual([])
  })
})
