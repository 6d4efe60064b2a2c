import fc from 'fast-check'
import { svgPathProperties } from 'svg-path-properties'
import { describe, expect, it } from 'vitest'
import { anyOutline } from '../../../test/trials.ts'
import { dashOf, drawnPart } from '../layers/trim.ts'
import { ellipseLength, outlineLength, rectangleLength } from './lineLength.ts'
import { outlinePathData } from './outlinePath.ts'

describe('how long a line is', () => {
  it('is what another library measures, of outlines with rounded corners (svg-path-properties)', () => {
    fc.assert(
      fc.property(anyOutline(5), (outline) => {
        const other = new svgPathProperties(outlinePathData(outline)).getTotalLength()
        const length = outlineLength(outline)
        expect(Math.abs(length - other)).toBeLessThanOrEqual(0.002 * other + 0.01)
      }),
      { numRuns: 200, seed: 41 },
    )
  })
  it('is the sum of sides and arcs of a rectangle, and known for ellipses (elementary geometry)', () => {
    expect(rectangleLength(200, 100, 0)).toBe(600)
    expect(rectangleLength(200, 200, 100)).toBeCloseTo(2 * Math.PI * 100, 9)
    expect(ellipseLength(200, 200)).toBeCloseTo(2 * Math.PI * 100, 9)
    // A flat one goes there and back.
    expect(ellipseLength(300, 0)).toBeCloseTo(600, 1)
  })
})

describe('the part of a line that is drawn', () => {
  it('is all of it, nothing, or goes on round its end', () => {
    expect(drawnPart(Float64Array.of(0, 100, 37))).toBe('all')
    expect(drawnPart(Float64Array.of(60, 40, 0))).toBe('nothing')
    expect(drawnPart(Float64Array.of(-20, 50, 0))).toEqual({ from: 0, length: 0.5 })
    expect(drawnPart(Float64Array.of(10, 30, -20))).toEqual({ from: 0.9, length: 0.2 })
  })
  it('is drawn by a pattern that says of each place of the line whether it is', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 0.999, noNaN: true }),
        fc.double({ min: 0.001, max: 0.999, noNaN: true }),
        fc.double({ min: 0, max: 0.9999, noNaN: true }),
        (from, length, at) => {
          const total = 500
          const { lengths, offset } = dashOf({ from, length }, total)
          const period = lengths.reduce((sum, one) => sum + one, 0)
          let place = (((at * total + offset) % period) + period) % period
          let i = 0
          while (place >= lengths[i]!) place -= lengths[i++]!
          const wanted = at >= from ? at < from + length : at < from + length - 1
          const edge = [from, from + length, from + length - 1].some((one) => Math.abs(one - at) < 1e-9)
          if (!edge) expect(i % 2 === 0).toBe(wanted)
        },
      ),
      { numRuns: 500, seed: 42 },
    )
  })
})
