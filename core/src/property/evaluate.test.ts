import fc from 'fast-check'
import { curveCatmullRom, curveMonotoneX, line } from 'd3-shape'
import { describe, expect, it } from 'vitest'
import { anyBend, ease, key, keysOf, point, property } from '../../test/trials.ts'
import { flowingSlopes, steffenSlopes, type Bend } from '../bend/index.ts'
import { TICKS_PER_SECOND } from '../time/index.ts'
import { compileProperty, type PlaceSpan, speedAt, valueAt, type Key, type Property } from './index.ts'

const at = (given: Property, seconds: number): number[] =>
  valueAt(compileProperty(given, []), Math.round(seconds * TICKS_PER_SECOND))
const speed = (given: Property, seconds: number): number[] =>
  speedAt(compileProperty(given, []), Math.round(seconds * TICKS_PER_SECOND))
const number = fc.integer({ min: -5000, max: 5000 }).map((tenths) => tenths / 10)

describe('valueAt', () => {
  it('is each key’s value at its key, bit for bit, whatever the bends', () => {
    fc.assert(
      fc.property(keysOf(number), (keys) => {
        const compiled = compileProperty(property('number', keys), [])
        for (const { t, value } of keys) expect(valueAt(compiled, t)[0]).toBe(value)
      }),
      { numRuns: 500, seed: 11 },
    )
  })

  it('stays put between equal keys', () => {
    fc.assert(
      fc.property(number, anyBend, fc.double({ min: 0, max: 1, noNaN: true }), (value, bend, u) => {
        expect(at(property('number', [key(0, value, bend), key(1, value)]), u)[0]).toBe(value)
      }),
      { numRuns: 500, seed: 12 },
    )
  })

  it('gives the same in any order of asking', () => {
    const given = property('number', [key(0, 0, ease), key(1, 5, ease), key(2, -3, ease), key(4, 8)])
    const compiled = compileProperty(given, [])
    const times = [3.9, 0.1, 2.5, 2.4, 1, 0, 4, 1.7]
    times.forEach((time) => expect(valueAt(compiled, time * TICKS_PER_SECOND)).toEqual(at(given, time)))
  })

  it('of a geometric scale has equal ratios in equal times', () => {
    // Source: 0.5^(1/10) = 0.9330 (common practice of an even zoom).
    const given = property('pair', [key(0, [1, 1]), key(10, [0.5, 0.5])], { mix: 'geometric' })
    for (let i = 0; i < 10; i += 1)
      expect(at(given, i + 1)[0]! / at(given, i)[0]!).toBeCloseTo(0.5 ** 0.1, 12)
    expect(0.5 ** 0.1).toBeCloseTo(0.933, 4)
  })

  it('of a place lies the travelled share of the route’s length along it', () => {
    const given = property('place', [
      key(
        0,
        [0, 0],
        { kind: 'linear' },
        { route: { arrive: [0, 0], leave: [0, 552.2847498], through: 'corner' } },
      ),
      key(
        1,
        [1000, 1000],
        { kind: 'linear' },
        { route: { arrive: [-552.2847498, 0], leave: [0, 0], through: 'corner' } },
      ),
    ])
    const [x, y] = at(given, 0.5) as [number, number]
    // Half-way round a quarter circle about (1000, 0), within the known error of one cubic a quarter (2.7e-4).
    expect(Math.abs(x - (1000 - 1000 * Math.SQRT1_2))).toBeLessThan(0.3)
    expect(Math.abs(y - 1000 * Math.SQRT1_2)).toBeLessThan(0.3)
  })

  it('of a colour keeps both ends and its alpha in range', () => {
    const bend: Bend = { kind: 'handles', leave: { reach: 0.3, rise: -1 }, arrive: { reach: 0.3, rise: -1 } }
    const given = property('colour', [key(0, '#ff000000', bend), key(1, '#0000ffff')])
    for (let i = 0; i <= 20; i += 1) {
      const alpha = at(given, i / 20)[3]!
      expect(alpha).toBeGreaterThanOrEqual(0)
      expect(alpha).toBeLessThanOrEqual(1)
    }
  })
})

describe('speedAt', () => {
  it('is the slope of the value', () => {
    fc.assert(
      fc.property(keysOf(number), fc.double({ min: 0.05, max: 0.95, noNaN: true }), (keys, share) => {
        const compiled = compileProperty(property('number', keys), [])
        const [first, last] = [keys[0]!.t, keys[keys.length - 1]!.t]
        const time = Math.round(first + share * (last - first))
        const step = 1000
        if (keys.some(({ t, bend }) => Math.abs(t - time) < 5 * step || bend.kind === 'family')) return
        const slope =
          ((valueAt(compiled, time + step)[0]! - valueAt(compiled, time - step)[0]!) / (2 * step)) *
          TICKS_PER_SECOND
        const error = Math.abs(speedAt(compiled, time)[0]! - slope)
        expect(error).toBeLessThanOrEqual(1e-3 * Math.max(1, Math.abs(slope)))
      }),
      { numRuns: 500, seed: 13 },
    )
  })

  it('doubles when the same way is gone in half the time', () => {
    // Common practice: half the time for the same distance is twice the speed.
    const slow = property('number', [key(0, 0, ease), key(4, 100)])
    const fast = property('number', [key(0, 0, ease), key(2, 100)])
    for (const u of [0.1, 0.37, 0.5, 0.81])
      expect(speed(fast, 2 * u)[0]).toBeCloseTo(2 * speed(slow, 4 * u)[0]!, 9)
  })

  it('along a route adds up to its length', () => {
    const given = property('place', [
      key(0, [0, 0], ease, { route: { arrive: [0, 0], leave: [300, -200], through: 'corner' } }),
      key(1, [500, 300], ease, { route: { arrive: [0, -400], leave: [0, 0], through: 'corner' } }),
    ])
    const compiled = compileProperty(given, [])
    const count = 2000
    let sum = 0
    for (let i = 0; i <= count; i += 1) {
      const weight = i === 0 || i === count ? 1 : i % 2 ? 4 : 2
      sum += weight * speedAt(compiled, Math.round((i / count) * TICKS_PER_SECOND))[0]!
    }
    const span = compiled.spans[0] as PlaceSpan
    expect(sum / (3 * count)).toBeCloseTo(span.route.length, 3)
  })
})

describe('outside the keys', () => {
  const wave = (rule: Property['after']): Property =>
    property('number', [key(1, 0), key(2, 10), key(3, 4)], { before: rule!, after: rule! })

  it.each([
    ['hold', [0, 0.5, 4, 9], [0, 0, 4, 4]],
    ['loop', [3, 3.5, 4.5, 5, 0.5, -0.5], [4, 5, 7, 0, 7, 5]],
    ['carryOn', [3, 3.5, 5, 5.5, 0.5], [4, 9, 8, 13, 3]],
    ['thereAndBack', [3.5, 4, 5, 5.5, 0.5, -1], [7, 10, 0, 5, 5, 4]],
    ['continue', [4, 5, 0], [-2, -8, -10]],
  ] as const)('%s says what comes', (rule, times, values) => {
    times.forEach((time, i) => expect(at(wave(rule), time)[0]).toBeCloseTo(values[i]!, 9))
  })

  it('plays speeds backwards on the way back', () => {
    expect(speed(wave('thereAndBack'), 3.5)[0]).toBeCloseTo(6, 9)
    expect(speed(wave('thereAndBack'), 4.5)[0]).toBeCloseTo(-10, 9)
    expect(speed(wave('hold'), 9)[0]).toBe(0)
  })

  it('carries a place on along its end tangent', () => {
    const given = property('place', [key(0, [0, 0]), key(1, [30, 40])], { after: 'continue' })
    expect(at(given, 3)).toEqual([90, 120])
  })
})

/** The knots’ slopes that a d3 curve uses, read from the Béziers it draws. */
function d3Slopes(points: [number, number][], curve: typeof curveMonotoneX): number[] {
  const data = line().curve(curve)(points)!
  const numbers = data.match(/-?\d+\.?\d*(?:e-?\d+)?/g)!.map(Number)
  const slopes: number[] = []
  for (let at = 2; at + 5 < numbers.length; at += 6) {
    const [x0, y0, x1, y1] = [numbers[at - 2]!, numbers[at - 1]!, numbers[at]!, numbers[at + 1]!]
    slopes.push((y1 - y0) / (x1 - x0))
  }
  return slopes
}

describe('steffenSlopes', () => {
  it('agrees with d3’s curveMonotoneX at inner points', () => {
    // Source: d3-shape curveMonotoneX, which follows Steffen 1990; its end slopes follow another rule.
    const points: [number, number][] = [
      [0, 0],
      [1, 2],
      [2.5, 2.1],
      [3, 7],
      [5, 6],
      [6, 6],
    ]
    const ours = steffenSlopes(
      points.map(([x]) => x),
      points.map(([, y]) => y),
    )
    const theirs = d3Slopes(points, curveMonotoneX)
    for (let i = 1; i < points.length - 1; i += 1) expect(ours[i]).toBeCloseTo(theirs[i]!, 2)
  })

  it('never lets a smooth curve leave the range of its two keys', () => {
    fc.assert(
      fc.property(keysOf(number), fc.double({ min: 0, max: 1, noNaN: true }), (keys, u) => {
        const smooth = keys.map((given): Key => ({ ...given, through: 'smooth', bend: ease }))
        const compiled = compileProperty(property('number', smooth), [])
        for (let i = 0; i + 1 < smooth.length; i += 1) {
          const [from, to] = [smooth[i]!, smooth[i + 1]!]
          const value = valueAt(compiled, Math.round(from.t + u * (to.t - from.t)))[0]!
          const [low, high] = [
            Math.min(from.value as number, to.value as number),
            Math.max(from.value as number, to.value as number),
          ]
          expect(value).toBeGreaterThanOrEqual(low - 1e-9)
          expect(value).toBeLessThanOrEqual(high + 1e-9)
        }
      }),
      { numRuns: 500, seed: 14 },
    )
  })

  it('meets on both sides of a smooth key, pairs and places too', () => {
    const smooth = { through: 'smooth' } as const
    const number3 = property('number', [
      key(0, 0, ease, smooth),
      key(1, 5, ease, smooth),
      key(3, 6, ease, smooth),
    ])
    const pair3 = property('pair', [
      key(0, [0, 5], ease, smooth),
      key(1, [5, 6], ease, smooth),
      key(3, [6, 20], ease, smooth),
    ])
    const place3 = property('place', [
      key(0, [0, 0], ease, smooth),
      key(1, [50, 0], ease, smooth),
      key(3, [80, 0], ease, smooth),
    ])
    for (const given of [number3, pair3, place3]) {
      const [before, after] = [speed(given, 1 - 1e-6), speed(given, 1 + 1e-6)]
      before.forEach((part, i) => expect(part).toBeCloseTo(after[i]!, 3))
      expect(Math.abs(before[0]!)).toBeGreaterThan(0.1)
    }
  })

  it('flows through when asked to, as Catmull–Rom does on even times', () => {
    // Source: d3-shape curveCatmullRom with alpha 0 is the uniform Catmull–Rom spline.
    const points: [number, number][] = [
      [0, 0],
      [1, 4],
      [2, 1],
      [3, 5],
    ]
    const theirs = d3Slopes(points, curveCatmullRom.alpha(0) as never)
    const ours = flowingSlopes(
      points.map(([x]) => x),
      points.map(([, y]) => y),
    )
    expect(ours[1]).toBeCloseTo(theirs[1]!, 2)
    expect(ours[2]).toBeCloseTo(theirs[2]!, 2)
  })
})

describe('compileProperty', () => {
  it('never says NaN for places on the same spot, whatever the bend', () => {
    fc.assert(
      fc.property(point, anyBend, fc.double({ min: 0, max: 1, noNaN: true }), (spot, bend, u) => {
        const given = property('place', [key(0, spot, bend), key(1, spot)])
        expect(at(given, u).every(Number.isFinite)).toBe(true)
        expect(Number.isNaN(speed(given, u)[0])).toBe(false)
      }),
      { numRuns: 500, seed: 15 },
    )
  })
})

describe('a linked span', () => {
  it('plays its library bend exactly beside smooth keys, whatever kind that bend is of', () => {
    for (const bend of [
      { kind: 'linear' },
      { kind: 'handles', leave: { reach: 0.9, rise: 0 }, arrive: { reach: 0.1, rise: 0 } },
    ] as const) {
      const linked = { kind: 'linked', bendId: 'n' } as const
      const smooth = (seconds: number, value: number) => key(seconds, value, linked, { through: 'smooth' })
      const keys = [smooth(0, 0), smooth(1, 50), smooth(2, 0)]
      const compiled = compileProperty(property('number', keys), [{ id: 'n', bend }])
      const own = compileProperty(property('number', [key(0, 0, bend), key(1, 50, bend), key(2, 0)]), [])
      for (let i = 0; i <= 40; i += 1) {
        const time = (i / 20) * TICKS_PER_SECOND
        expect(valueAt(compiled, time)).toEqual(valueAt(own, time))
      }
    }
  })
})

describe('a place that goes on', () => {
  it('follows its end tangent also while it backs up', () => {
    const bend = {
      kind: 'handles',
      leave: { reach: 0.3, rise: 0 },
      arrive: { reach: 0.3, rise: -0.6 },
    } as const
    const compiled = compileProperty(
      {
        ...property('place', [
          key(0, [0, 0], bend, { route: { arrive: [0, 0], leave: [0, 0], through: 'corner' } }),
          key(1, [400, 0], bend, { route: { arrive: [0, -300], leave: [0, 0], through: 'corner' } }),
        ]),
        after: 'continue',
      },
      [],
    )
    const [x, y] = valueAt(compiled, 1.5 * TICKS_PER_SECOND)
    expect(x).toBeCloseTo(400, 9)
    expect(y).toBeLessThan(-100)
  })
})
