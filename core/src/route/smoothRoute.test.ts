import { curveCatmullRom, line } from 'd3-shape'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  chainRoutes,
  compileRoute,
  cubicPoint,
  smoothRouteHandles,
  splitCubic,
  type Cubic,
  type Vec2,
} from './index.ts'

const coordinate = fc.integer({ min: -900, max: 900 })
const point = fc.tuple(coordinate, coordinate)

describe('smoothRouteHandles', () => {
  it('agrees with d3’s curveCatmullRom at alpha 0.5', () => {
    fc.assert(
      fc.property(point, point, point, (a, b, c) => {
        fc.pre(Math.hypot(a[0] - b[0], a[1] - b[1]) > 1 && Math.hypot(c[0] - b[0], c[1] - b[1]) > 1)
        // d3 writes a cubic between each two points; the handles at the middle one are its inner control points.
        const path = line().digits(null).curve(curveCatmullRom.alpha(0.5))([a, b, c])!
        const numbers = path.match(/-?\d+(?:\.\d+)?(?:e-?\d+)?/g)!.map(Number)
        const [arriveX, arriveY, x, y, leaveX, leaveY] = numbers.slice(4, 10) as [
          number,
          number,
          number,
          number,
          number,
          number,
        ]
        expect([x, y]).toEqual([...b])
        const { arrive, leave } = smoothRouteHandles(a, b, c)!
        const size = 1e-9 * (1 + Math.hypot(...a) + Math.hypot(...b) + Math.hypot(...c))
        expect(Math.hypot(b[0] + arrive[0] - arriveX, b[1] + arrive[1] - arriveY)).toBeLessThan(1e3 * size)
        expect(Math.hypot(b[0] + leave[0] - leaveX, b[1] + leave[1] - leaveY)).toBeLessThan(1e3 * size)
      }),
      { numRuns: 500, seed: 161 },
    )
  })

  it('has none beside a neighbour on the same spot', () => {
    expect(smoothRouteHandles([1, 1], [1, 1], [5, 5])).toBeNull()
    expect(smoothRouteHandles([1, 1], [5, 5], [5, 5])).toBeNull()
  })
})

describe('chainRoutes', () => {
  it('is by distance what its pieces are, one after another', () => {
    fc.assert(
      fc.property(
        point,
        point,
        point,
        point,
        fc.integer({ min: 1, max: 9 }),
        (from, leave, arrive, to, tenth) => {
          const cubic: Cubic = { from, leave, arrive, to }
          const whole = compileRoute(cubic)
          const chained = chainRoutes(splitCubic(cubic, tenth / 10).map(compileRoute))
          expect(Math.abs(chained.length - whole.length)).toBeLessThan(1e-8 * (1 + whole.length))
          const [a, b] = [new Float64Array(2), new Float64Array(2)]
          for (let i = -2; i <= 12; i += 1) {
            whole.pointInto(a, (i / 10) * whole.length)
            chained.pointInto(b, (i / 10) * whole.length)
            expect(Math.hypot(a[0]! - b[0]!, a[1]! - b[1]!)).toBeLessThan(2e-6 * (1 + whole.length))
          }
        },
      ),
      { numRuns: 500, seed: 162 },
    )
  })

  it('passes over pieces without length, and lends directions only from those that have some', () => {
    const spot = compileRoute({ from: [0, 0], leave: [0, 0], arrive: [0, 0], to: [0, 0] })
    const run = compileRoute({ from: [0, 0], leave: [0, 0], arrive: [0, 9], to: [0, 9] })
    const chained = chainRoutes([spot, run])
    expect(chained.directionAt(0)).toEqual([0, 1])
    expect(chained.locate(4.5).piece).toBe(1)
    expect(chainRoutes([spot, spot]).directionAt(0)).toEqual([0, 0])
  })
})

describe('directionAt', () => {
  it('is the limit of the tangent where the speed is nothing, and a unit vector everywhere', () => {
    const still: Cubic = { from: [0, 0], leave: [0, 0], arrive: [200, 300], to: [400, 0] }
    const [x, y] = compileRoute(still).directionAt(0)
    const near = cubicPoint(still, 1e-6) as Vec2
    expect(x).toBeCloseTo(near[0] / Math.hypot(...near), 5)
    expect(y).toBeCloseTo(near[1] / Math.hypot(...near), 5)
    const cusp = compileRoute({ from: [0, 0], leave: [100, 100], arrive: [0, 100], to: [100, 0] })
    for (let i = 0; i <= 100; i += 1)
      expect(Math.hypot(...cusp.directionAt((i / 100) * cusp.length))).toBeCloseTo(1, 9)
  })
})
