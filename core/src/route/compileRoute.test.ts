import { Bezier } from 'bezier-js'
import fc from 'fast-check'
import { svgPathProperties } from 'svg-path-properties'
import { describe, expect, it } from 'vitest'
import {
  arcLength,
  compileRoute,
  cubicPoint,
  cubicTangent,
  routeCubic,
  splitCubic,
  type Cubic,
} from './index.ts'

/** Circle constant of four cubics. Source: handbook value. */
const KAPPA = 0.5522847498

const quarter = (radius: number): Cubic => ({
  from: [radius, 0],
  leave: [radius, KAPPA * radius],
  arrive: [KAPPA * radius, radius],
  to: [0, radius],
})

const fineLength = (cubic: Cubic, count = 200_000): number => {
  let sum = 0
  let before = cubicPoint(cubic, 0)
  for (let i = 1; i <= count; i += 1) {
    const here = cubicPoint(cubic, i / count)
    sum += Math.hypot(here[0] - before[0], here[1] - before[1])
    before = here
  }
  return sum
}

const coordinate = fc.integer({ min: -2000, max: 2000 })
const point = fc.tuple(coordinate, coordinate)
const cubic: fc.Arbitrary<Cubic> = fc
  .tuple(point, point, point, point)
  .map(([from, leave, arrive, to]) => ({ from, leave, arrive, to }))

const UGLY: readonly [string, Cubic][] = [
  ['a cusp', { from: [0, 0], leave: [100, 100], arrive: [0, 100], to: [100, 0] }],
  ['a fold back on itself', { from: [0, 0], leave: [300, 0], arrive: [-200, 0], to: [100, 0] }],
  ['one point', { from: [5, 5], leave: [5, 5], arrive: [5, 5], to: [5, 5] }],
  ['a loop that returns', { from: [0, 0], leave: [400, 0], arrive: [0, 400], to: [0, 0] }],
  ['a start at rest', { from: [0, 0], leave: [0, 0], arrive: [200, 300], to: [400, 0] }],
  ['both ends at rest, off the line', { from: [0, 0], leave: [0, 0], arrive: [400, 1e-9], to: [400, 0] }],
]

describe('arcLength', () => {
  it('of a raised quadratic has its closed form', () => {
    // Source: arc length of the parabola y = x² over 0 … 1 is √5/2 + asinh(2)/4 (textbook); here scaled by 100.
    const parabola: Cubic = { from: [0, 0], leave: [100 / 3, 0], arrive: [200 / 3, 100 / 3], to: [100, 100] }
    const exact = 100 * (Math.sqrt(5) / 2 + Math.asinh(2) / 4)
    expect(Math.abs(arcLength(parabola) / exact - 1)).toBeLessThan(1e-9)
  })

  it('of four cubics round a circle is 2πr within 0.03 %', () => {
    expect(Math.abs((4 * arcLength(quarter(100))) / (200 * Math.PI) - 1)).toBeLessThan(3e-4)
  })

  it('agrees with bezier-js, svg-path-properties and fine subdivision', () => {
    const shape: Cubic = { from: [0, 0], leave: [120, -300], arrive: [600, 400], to: [500, 20] }
    const { from, leave, arrive, to } = shape
    const theirs = new Bezier(...from, ...leave, ...arrive, ...to).length()
    const path = new svgPathProperties(`M${from} C${leave} ${arrive} ${to}`).getTotalLength()
    const length = arcLength(shape)
    expect(Math.abs(length / theirs - 1)).toBeLessThan(1e-6)
    expect(Math.abs(length / path - 1)).toBeLessThan(1e-4)
    expect(Math.abs(length / fineLength(shape) - 1)).toBeLessThan(1e-9)
  })

  it('is within 1e-9 of adaptive quadrature, also with handles of nothing', () => {
    // Source: adaptive Simpson with Richardson's correction (J. N. Lyness, JACM 16, 1969), halved until nothing changes.
    const speedAt = ({ from, leave, arrive, to }: Cubic, s: number): number => {
      const part = (i: 0 | 1): number =>
        3 * (1 - s) ** 2 * (leave[i] - from[i]) +
        6 * (1 - s) * s * (arrive[i] - leave[i]) +
        3 * s * s * (to[i] - arrive[i])
      return Math.hypot(part(0), part(1))
    }
    const simpson = (shape: Cubic, a: number, b: number): number =>
      ((b - a) / 6) * (speedAt(shape, a) + 4 * speedAt(shape, (a + b) / 2) + speedAt(shape, b))
    const adaptive = (shape: Cubic, a: number, b: number, within: number): number => {
      const m = (a + b) / 2
      const [left, right] = [simpson(shape, a, m), simpson(shape, m, b)]
      const miss = left + right - simpson(shape, a, b)
      if (Math.abs(miss) < within || b - a < 1e-12) return left + right + miss / 15
      return adaptive(shape, a, m, within / 2) + adaptive(shape, m, b, within / 2)
    }
    const bare = (shape: Cubic): Cubic[] => [
      shape,
      { ...shape, leave: shape.from },
      { ...shape, arrive: shape.to },
      { ...shape, arrive: shape.leave },
    ]
    const known: Cubic = { from: [757, 36], leave: [757, 36], arrive: [355.868, 52.436], to: [26, 309] }
    const shapes = fc.sample(cubic, { numRuns: 150, seed: 31 }).flatMap(bare)
    for (const shape of [known, ...shapes]) {
      const exact = adaptive(shape, 0, 1, 1e-9)
      expect(Math.abs(arcLength(shape) - exact)).toBeLessThan(1e-9 * exact + 1e-8)
    }
  })

  it.each(UGLY)('of %s agrees with fine subdivision', (_, shape) => {
    expect(Math.abs(arcLength(shape) - fineLength(shape))).toBeLessThan(1e-4)
  })
})

describe('compileRoute', () => {
  it('puts every distance within 1e-6 of its place', () => {
    fc.assert(
      fc.property(cubic, fc.double({ min: 0, max: 1, noNaN: true }), (shape, share) => {
        const route = compileRoute(shape)
        if (route.length < 1e-3) return
        const measured = arcLength(splitCubic(shape, route.locate(share * route.length).s)[0])
        expect(Math.abs(measured - share * route.length)).toBeLessThanOrEqual(1e-6 * route.length)
      }),
      { numRuns: 500, seed: 7 },
    )
  })

  it.each(UGLY)('never says NaN on %s', (_, shape) => {
    const route = compileRoute(shape)
    const out = new Float64Array(2)
    for (let i = -5; i <= 25; i += 1) {
      const distance = (i / 20) * route.length
      route.pointInto(out, distance)
      expect([...out, ...route.directionAt(distance)].every(Number.isFinite)).toBe(true)
      if (distance < 0 || distance > route.length || route.length === 0) continue
      const measured = arcLength(splitCubic(shape, route.locate(distance).s)[0])
      expect(Math.abs(measured - distance)).toBeLessThanOrEqual(1e-6 * route.length)
    }
  })

  it('goes straight on beyond both ends', () => {
    const route = compileRoute(quarter(100))
    const out = new Float64Array(2)
    route.pointInto(out, -30)
    expect([...out]).toEqual([100, -30])
    route.pointInto(out, route.length + 20)
    expect(out[0]).toBeCloseTo(-20, 9)
    expect(out[1]).toBeCloseTo(100, 9)
  })

  it('is a line without handles, exact at both ends', () => {
    const route = compileRoute(routeCubic([0.1, 0.2], [30.1, 40.2]))
    const out = new Float64Array(2)
    route.pointInto(out, route.length)
    expect([...out]).toEqual([30.1, 40.2])
    expect(route.length).toBeCloseTo(50, 12)
  })
})

describe('splitCubic', () => {
  it('changes no point', () => {
    fc.assert(
      fc.property(cubic, fc.double({ min: 0, max: 1, noNaN: true }), (shape, s) => {
        const [first, second] = splitCubic(shape, s)
        for (const share of [0, 0.3, 0.7, 1]) {
          const [a, b] = [cubicPoint(first, share), cubicPoint(shape, s * share)]
          expect(Math.hypot(a[0] - b[0], a[1] - b[1])).toBeLessThan(1e-9)
          const [c, d] = [cubicPoint(second, share), cubicPoint(shape, s + (1 - s) * share)]
          expect(Math.hypot(c[0] - d[0], c[1] - d[1])).toBeLessThan(1e-9)
        }
        const [dx, dy] = cubicTangent(shape, s)
        const [ex, ey] = cubicTangent(first, 1)
        expect(Math.abs(ex - s * dx) + Math.abs(ey - s * dy)).toBeLessThan(1e-8)
      }),
      { numRuns: 500, seed: 8 },
    )
  })
})
