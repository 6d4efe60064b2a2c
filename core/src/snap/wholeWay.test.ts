import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { identityMatrix, type Matrix } from '../scene/matrix.ts'
import { wholeWay } from './wholeWay.ts'

describe('wholeWay', () => {
  it('brings a place that lies between px onto whole ones, by the way nearest to the one asked for', () => {
    const [dx, dy] = wholeWay([960.3, 540], [10.4, -3.6], identityMatrix())
    expect(dx).toBeCloseTo(10.7, 9)
    expect(dy).toBe(-4)
  })

  it('leaves an axis alone that the way does not go along', () => {
    expect(wholeWay([0.5, 0.5], [0, 7.2], identityMatrix())).toEqual([0, 7.5])
  })

  it('rounds in the space the place is measured in', () => {
    // Rides on something of twice the size: 1 own px is 2 of the stage.
    expect(wholeWay([10, 10], [5, 1.8], Float64Array.of(2, 0, 0, 2, 100, 0))).toEqual([6, 2])
    // By a quarter turn the axes change places.
    const [x, y] = wholeWay([0, 0], [3.2, 5.8], Float64Array.of(0, 1, -1, 0, 0, 0))
    expect([x, y]).toEqual([3, 6])
  })

  it('gives the way back where there is no space to round in', () => {
    expect(wholeWay([0.5, 0.5], [1.3, 1.3], new Float64Array(6))).toEqual([1.3, 1.3])
  })

  it('lands on whole px, never farther than half a px of its own off', () => {
    const part = fc.double({ min: -900, max: 900, noNaN: true })
    const scale = fc.double({ min: 0.2, max: 5, noNaN: true })
    fc.assert(
      fc.property(
        part,
        part,
        part,
        part,
        scale,
        fc.double({ min: 0, max: 7, noNaN: true }),
        (x, y, dx, dy, s, a) => {
          const [cos, sin] = [s * Math.cos(a), s * Math.sin(a)]
          const outer: Matrix = Float64Array.of(cos, sin, -sin, cos, 3, 4)
          const way = wholeWay([x, y], [dx, dy], outer)
          const [ex, ey] = [way[0] - dx, way[1] - dy]
          expect(Math.hypot(ex, ey)).toBeLessThanOrEqual(s * Math.SQRT1_2 + 1e-6)
          const own = [(cos * way[0] + sin * way[1]) / (s * s), (cos * way[1] - sin * way[0]) / (s * s)]
          for (const [i, from] of [x, y].entries()) {
            const at = from + own[i]!
            expect(Math.min(Math.abs(at - Math.round(at)), Math.abs(own[i]!))).toBeLessThan(1e-6)
          }
        },
      ),
    )
  })
})
