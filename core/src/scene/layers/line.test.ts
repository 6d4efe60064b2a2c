import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { drawnLine, type LineLook } from './line.ts'

const lineOf = (trim: readonly number[], dash: readonly number[]): LineLook => ({
  trim: Float64Array.from(trim),
  ends: 'butt',
  joins: 'miter',
  dash: Float64Array.from(dash),
})
/** Whether a place of a line is drawn, as SVG 2, 13.5.6 tells dashes. */
function isDrawn(line: LineLook, total: number, place: number): boolean {
  const drawn = drawnLine(line, () => total)
  if (drawn === 'nothing') return false
  if (drawn === null) return true
  const round = drawn.lengths.reduce((sum, length) => sum + length, 0)
  let into = (((place + drawn.offset) % round) + round) % round
  for (const [i, length] of drawn.lengths.entries()) {
    if (into < length) return i % 2 === 0
    into -= length
  }
  return false
}

describe('drawnLine', () => {
  it('is whole where nothing is said, and a gap is as long as its dash where none is given', () => {
    expect(drawnLine(lineOf([0, 100, 0], [0, 0, 0]), () => 9)).toBeNull()
    expect(drawnLine(lineOf([0, 100, 0], [8, 0, 3]), () => 9)).toEqual({ lengths: [8, 8], offset: 3 })
    expect(drawnLine(lineOf([0, 100, 0], [0, 5, 0]), () => 9)).toEqual({ lengths: [0, 5], offset: 0 })
  })

  it('draws what the part and the pattern both draw, wherever the part lies', () => {
    const share = fc.integer({ min: 0, max: 100 })
    const dashes = fc.tuple(
      fc.integer({ min: 1, max: 40 }),
      fc.integer({ min: 1, max: 40 }),
      fc.integer({ min: -90, max: 90 }),
    )
    fc.assert(
      fc.property(share, share, fc.integer({ min: -150, max: 150 }), dashes, (start, end, offset, dash) => {
        const [a, b] = [Math.min(start, end), Math.max(start, end)]
        const both = lineOf([a, b, offset], dash)
        const [part, pattern] = [lineOf([a, b, offset], [0, 0, 0]), lineOf([0, 100, 0], dash)]
        for (let place = 0.013; place < 300; place += 1.71) {
          const wanted = isDrawn(part, 300, place) && isDrawn(pattern, 300, place)
          expect(isDrawn(both, 300, place)).toBe(wanted)
        }
      }),
      { numRuns: 200 },
    )
  })

  it('draws no more dashes than can be drawn: a line without gaps then', () => {
    const drawn = drawnLine(lineOf([0, 50, 0], [0.1, 0.1, 0]), () => 1e6)
    expect(drawn).toMatchObject({ lengths: { length: 2 } })
  })
})
