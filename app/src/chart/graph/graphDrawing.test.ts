import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { ease, key, property } from '../../../../core/test/trials.ts'
import { compileProperty, speedAt, valueAt, type Key, type Property } from '@arrow-bend/core/property'
import { TICKS_PER_SECOND } from '@arrow-bend/core/time'
import { drawGraph, hasValueGraph, type GraphDrawing } from './graphDrawing.ts'
import type { GraphOf } from './sampleGraph.ts'

const WIDTH = 800
/** px a second */
const PACE = 100
const options = (of: GraphOf) => ({
  xOf: (time: number) => (time / TICKS_PER_SECOND) * PACE,
  width: WIDTH,
  top: 0,
  bottom: 240,
  of,
  library: [],
  shows: () => true,
  range: null,
  held: null,
  limits: [],
})
const points = ({ curves }: GraphDrawing, component = 0): [number, number][] =>
  curves[component]!.path.slice(1)
    .split('L')
    .map((point) => point.split(' ').map(Number) as [number, number])

const amount = fc.double({ min: -900, max: 900, noNaN: true })
const share = fc.double({ min: 0.05, max: 0.95, noNaN: true })
const handles = fc
  .tuple(
    share,
    fc.double({ min: -1, max: 2, noNaN: true }),
    share,
    fc.double({ min: -1, max: 2, noNaN: true }),
  )
  .map(([a, b, c, d]) => ({
    kind: 'handles' as const,
    leave: { reach: a, rise: b },
    arrive: { reach: c, rise: d },
  }))
const numbers = fc.array(fc.tuple(amount, handles), { minLength: 2, maxLength: 5 }).map((list) =>
  property(
    'number',
    list.map(([value, bend], i): Key => key(i * 1.5, value, bend)),
  ),
)

/** How far a point lies from a line of points, px. */
const besideLine = (
  [x, y]: readonly [number, number],
  line: readonly (readonly [number, number])[],
): number =>
  line.slice(1).reduce((least, [x1, y1], i) => {
    const [x0, y0] = line[i]!
    const length = (x1 - x0) ** 2 + (y1 - y0) ** 2
    const along = length === 0 ? 0 : ((x - x0) * (x1 - x0) + (y - y0) * (y1 - y0)) / length
    const at = Math.min(1, Math.max(0, along))
    return Math.min(least, Math.hypot(x - x0 - at * (x1 - x0), y - y0 - at * (y1 - y0)))
  }, Infinity)

describe('what a property does outside its keys', () => {
  const outside = (more: object) =>
    drawGraph({ ...property('number', [key(1, 0), key(2, 100)]), ...more }, options('value')).curves[0]!
      .outside
  const heights = (path: string): number[] =>
    [...path.matchAll(/[ML][\d.]+ ([\d.]+)/g)].map(([, y]) => Number(y))

  it('is drawn level where it holds', () => {
    const [a, b, c, d, ...more] = heights(outside({}))
    expect(more).toEqual([])
    expect(a).toBe(b)
    expect(c).toBe(d)
    expect(a).toBeGreaterThan(c!)
  })

  it('is drawn as it loops', () => {
    const seen = heights(outside({ after: 'loop' })).slice(2)
    expect(seen.length).toBeGreaterThan(10)
    expect(Math.max(...seen) - Math.min(...seen)).toBeGreaterThan(50)
  })
})

describe('drawGraph', () => {
  it('passes every moment of the curve within half a pixel, between its points too', () => {
    fc.assert(
      fc.property(
        numbers,
        fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 30 }),
        (given, shares) => {
          const drawing = drawGraph(given, options('value'))
          const compiled = compileProperty(given, [])
          const end = Math.min(compiled.times.at(-1)!, (WIDTH / PACE) * TICKS_PER_SECOND)
          for (const share of shares) {
            const time = share * end
            const [value] = valueAt(compiled, time)
            const seen = [(time / TICKS_PER_SECOND) * PACE, drawing.scale.y(value!)] as const
            expect(besideLine(seen, points(drawing))).toBeLessThan(0.5)
          }
        },
      ),
      { seed: 26, numRuns: 60 },
    )
  })

  it('draws the value within half a pixel of what it is, everywhere', () => {
    fc.assert(
      fc.property(numbers, (given) => {
        const drawing = drawGraph(given, options('value'))
        const compiled = compileProperty(given, [])
        for (const [x, y] of points(drawing)) {
          const [value] = valueAt(compiled, (x / PACE) * TICKS_PER_SECOND)
          expect(Math.abs(drawing.scale.y(value!) - y)).toBeLessThan(0.5)
        }
      }),
      { seed: 6, numRuns: 120 },
    )
  })

  it('draws a speed whose area is the change of the value (Simpson’s rule, 0.1 %)', () => {
    fc.assert(
      fc.property(numbers, (given) => {
        const compiled = compileProperty(given, [])
        const { keys } = given
        keys.slice(1).forEach((to, i) => {
          const from = keys[i]!
          const steps = 2000
          const width = (to.t - from.t) / steps
          let sum = 0
          for (let k = 0; k <= steps; k += 1) {
            const time = k === steps ? to.t - 1 : from.t + k * width
            const weight = k === 0 || k === steps ? 1 : k % 2 ? 4 : 2
            sum += weight * speedAt(compiled, time)[0]!
          }
          const area = (sum * width) / 3 / TICKS_PER_SECOND
          const change = (to.value as number) - (from.value as number)
          // Handles may swing the value far beyond its change: the bound is of how far it travels.
          const travel = 900 + Math.abs(change)
          expect(Math.abs(area - change)).toBeLessThan(0.001 * travel)
        })
        const drawing = drawGraph(given, options('speed'))
        const drawn = points(drawing)
        let area = 0
        drawn.slice(1).forEach(([x, y], i) => {
          const [x0, y0] = drawn[i]!
          area += ((drawing.scale.valueOf(y0) + drawing.scale.valueOf(y)) / 2) * ((x - x0) / PACE)
        })
        const whole = (keys[keys.length - 1]!.value as number) - (keys[0]!.value as number)
        const size = drawing.scale.high - drawing.scale.low
        expect(Math.abs(area - whole)).toBeLessThan(0.01 * size + 1)
      }),
      { seed: 7, numRuns: 60 },
    )
  })

  it('draws after an edit what it draws of a lane it never saw', () => {
    const edit = fc.record({ at: fc.nat(4), value: amount, bend: handles, later: fc.boolean() })
    fc.assert(
      fc.property(numbers, fc.array(edit, { minLength: 1, maxLength: 4 }), (given, edits) => {
        let now: Property = given
        for (const { at, value, bend, later } of edits) {
          drawGraph(now, options('value'))
          drawGraph(now, options('speed'))
          const keys = now.keys.map((one, i) => {
            if (i === at) return { ...one, value, bend }
            return later && i > at ? { ...one, t: (one.t + TICKS_PER_SECOND / 4) as typeof one.t } : one
          })
          now = { ...now, keys }
          for (const of of ['value', 'speed'] as const)
            expect(drawGraph(now, options(of)).curves).toEqual(
              drawGraph(structuredClone(now), options(of)).curves,
            )
        }
      }),
    )
  })

  it('stands upright where a hold jumps', () => {
    const given = property('number', [
      key(0, 10, { kind: 'hold' }),
      key(2, 60, { kind: 'linear' }),
      key(4, 60),
    ])
    const drawing = drawGraph(given, options('value'))
    const at = points(drawing).filter(([x]) => x === 200)
    expect(at.map(([, y]) => Math.round(drawing.scale.valueOf(y)))).toEqual(expect.arrayContaining([10, 60]))
    const before = points(drawing).filter(([x]) => x < 200)
    expect(before.every(([, y]) => Math.abs(drawing.scale.valueOf(y) - 10) < 0.5)).toBe(true)
  })

  it('shows X and Y of a place and one speed along its route, whose handles are level', () => {
    const given: Property = property('place', [
      key(0, [0, 0], ease),
      key(2, [300, 400], ease),
      key(3, [300, 0]),
    ])
    const value = drawGraph(given, options('value'))
    expect(value.curves.map(({ letter }) => letter)).toEqual(['X', 'Y'])
    expect(value.grips).toHaveLength(0)
    const speed = drawGraph(given, options('speed'))
    expect(speed.curves.map(({ letter }) => letter)).toEqual([''])
    expect(speed.grips.every(({ fromY, y }) => fromY === y)).toBe(true)
    expect(speed.grips).toHaveLength(4)
  })

  it('makes room for handles, and keeps what is held', () => {
    const high = { kind: 'handles', leave: { reach: 0.5, rise: 3 }, arrive: { reach: 0.5, rise: 0 } } as const
    const given = property('number', [key(0, 0, high), key(2, 100)])
    const { scale, grips } = drawGraph(given, options('value'))
    expect(scale.high).toBeGreaterThanOrEqual(300)
    for (const { y } of grips) expect(y).toBeGreaterThan(0)
    const held = drawGraph(given, { ...options('value'), held: { low: -500, high: 900 } })
    expect([held.scale.low, held.scale.high]).toEqual([-500, 900])
  })

  it('leaves out what lies outside the view, and draws a level line where nothing moves', () => {
    const long = property('number', [key(0, 0, ease), key(400, 100)])
    expect(points(drawGraph(long, options('value'))).length).toBeLessThan(WIDTH + 20)
    const still = property('number', [], { value: 7 })
    const drawing = drawGraph(still, options('value'))
    expect(points(drawing).map(([, y]) => drawing.scale.valueOf(y))).toEqual(
      [7, 7].map((value) => expect.closeTo(value, 1) as number),
    )
  })

  it('marks what lies beyond the limits, and only that', () => {
    const high = { kind: 'handles', leave: { reach: 0.5, rise: 2 }, arrive: { reach: 0.5, rise: 0 } } as const
    const beyond = property('number', [key(0, 0, high), key(2, 100)])
    const lost = (given: Property): string =>
      drawGraph(given, { ...options('value'), limits: [0, 100] }).curves[0]!.lost
    expect(lost(beyond)).toMatch(/^M/)
    expect(lost(property('number', [key(0, 0, ease), key(2, 100)]))).toBe('')
    const { y } = drawGraph(beyond, { ...options('value'), limits: [0, 100] }).scale
    const heights = [...lost(beyond).matchAll(/[ML][\d.]+ ([\d.]+)/g)].map(([, at]) => Number(at))
    heights.forEach((at) => expect(at).toBeLessThanOrEqual(y(100) + 0.1))
  })

  it('shows points of a bend where the curve passes them, but not where nothing changes', () => {
    const points = {
      kind: 'points' as const,
      nodes: [
        { at: [0, 0], arrive: [0, 0], leave: [0.1, 0], through: 'corner' },
        { at: [0.4, 1.2], arrive: [-0.1, 0], leave: [0.2, 0], through: 'joined' },
        { at: [1, 1], arrive: [-0.2, 0], leave: [0, 0], through: 'corner' },
      ] as const,
    }
    const { nodes, scale } = drawGraph(property('number', [key(0, 10, points), key(2, 60)]), options('value'))
    expect(nodes.map(({ inner }) => inner)).toEqual([false, true, false])
    expect(nodes[1]!.x).toBeCloseTo(0.4 * 2 * PACE, 6)
    expect(scale.valueOf(nodes[1]!.y)).toBeCloseTo(10 + 1.2 * 50, 6)
    expect(nodes[1]!.arms.map(({ side }) => side)).toEqual(['arrive', 'leave'])
    expect(drawGraph(property('number', [key(0, 10, points), key(2, 10)]), options('value')).nodes).toEqual(
      [],
    )
  })

  it('shows how far a place has gone along its route, its beads at the lengths', () => {
    const given: Property = property('place', [
      key(0, [0, 0], ease),
      key(2, [300, 400], ease),
      key(3, [300, 0]),
    ])
    const { beads, curves, scale, grips } = drawGraph(given, options('distance'))
    expect(curves).toHaveLength(1)
    expect(beads.map(({ value }) => value)).toEqual([0, 500, 900])
    expect(grips).toHaveLength(4)
    const heights = points(drawGraph(given, options('distance'))).map(([, y]) => scale.valueOf(y))
    heights.slice(1).forEach((value, i) => expect(value).toBeGreaterThanOrEqual(heights[i]! - 0.5))
  })

  it('shows only the range asked for, and draws ten thousand keys with few beads', () => {
    const given = property('number', [key(0, 0, ease), key(2, 100)])
    const { scale } = drawGraph(given, { ...options('value'), range: { low: 20, high: 40 } })
    expect([scale.low, scale.high]).toEqual([20, 40])
    const many = property(
      'number',
      Array.from({ length: 10_000 }, (_, i) => key(i / 1250, i % 2 ? 90 : 10, ease)),
    )
    const drawing = drawGraph(many, options('value'))
    expect(drawing.beads.length).toBeLessThan(WIDTH / 8)
    expect(drawing.beads.reduce((sum, { keys }) => sum + keys.length, 0)).toBe(10_000)
    expect(points(drawing).length).toBeLessThan(3 * WIDTH)
    const values = points(drawing).map(([, y]) => drawing.scale.valueOf(y))
    expect(Math.min(...values)).toBeLessThan(12)
    expect(Math.max(...values)).toBeGreaterThan(88)
  })

  it('has no graph of the value for colours, outlines and choices', () => {
    expect(hasValueGraph(property('colour', [key(0, '#000')]))).toBe(false)
    expect(hasValueGraph(property('choice', [key(0, 'a')]))).toBe(false)
    expect(hasValueGraph(property('turn', [key(0, 1)]))).toBe(true)
  })
})
