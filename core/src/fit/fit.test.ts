import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { anyBend, pointsBend } from '../../test/trials.ts'
import { compileBend, solveCubic, unitCubic, type PlainBend } from '../bend/index.ts'
import { compileRoute, splitCubic, type CompiledRoute, type Cubic } from '../route/index.ts'
import {
  asPoints,
  bendOfSpeed,
  convertBend,
  fitCurve,
  fitRoute,
  mergeRoutes,
  pathOfRoute,
  pieceValueInto,
  type Curve,
  type CurvePiece,
} from './index.ts'

/** What pieces say at a time. */
function valueOf(pieces: readonly CurvePiece[], t: number): number[] {
  const piece = pieces.find(({ end }) => t <= end) ?? pieces[pieces.length - 1]!
  const out = new Float64Array(piece.from.length)
  const u = (t - piece.start) / (piece.end - piece.start)
  pieceValueInto(out, piece, solveCubic(unitCubic(piece.reachLeave, 1 - piece.reachArrive), u))
  return [...out]
}

const curveOf = (...parts: ((t: number) => number)[]): Curve => ({
  width: parts.length,
  valueInto: (out, t) => parts.forEach((part, i) => (out[i] = part(t))),
})

describe('fitCurve', () => {
  const waves = fc.array(
    fc.record({
      size: fc.integer({ min: -50, max: 50 }),
      rate: fc.integer({ min: 1, max: 12 }),
      shift: fc.integer({ min: 0, max: 6 }),
    }),
    { minLength: 1, maxLength: 3 },
  )
  it('stays within its tolerance, proven at other moments than its own, in time that only goes on', () => {
    fc.assert(
      fc.property(waves, fc.constantFrom(0.01, 0.1, 1), (list, within) => {
        const wave = (t: number): number =>
          list.reduce((sum, { size, rate, shift }) => sum + size * Math.sin(rate * t + shift), 0)
        const { pieces, error } = fitCurve(curveOf(wave), 0, 4, { within, step: 1 / 24 })
        expect(error).toBeLessThanOrEqual(within)
        pieces.forEach((piece, i) => {
          expect(piece.end).toBeGreaterThan(piece.start)
          if (i > 0) expect(piece.start).toBe(pieces[i - 1]!.end)
          for (const reach of [piece.reachLeave, piece.reachArrive]) {
            expect(reach).toBeGreaterThanOrEqual(0)
            expect(reach).toBeLessThanOrEqual(1)
          }
        })
        const gaps = Array.from({ length: 777 }, (_, i) => {
          const t = (4 * (i + 0.5)) / 777
          return Math.abs(valueOf(pieces, t)[0]! - wave(t))
        })
        expect(Math.max(...gaps)).toBeLessThanOrEqual(within * 1.1)
      }),
      { numRuns: 500, seed: 151 },
    )
  })

  it('ends pieces at jumps and kinks it is told of, and passes over moments that are smooth', () => {
    const jumps = curveOf((t) => (t < 1 ? t * t : t < 2 ? 5 - t : 9 * (t - 2)))
    const { pieces, error } = fitCurve(jumps, 0, 3, { within: 1e-4, step: 0.05, breaks: [0.5, 1, 2] })
    expect(pieces.map(({ start }) => start)).toEqual([0, 1, 2])
    expect(error).toBeLessThan(1e-4)
    expect([pieces[0]!.to[0], pieces[1]!.from[0]]).toEqual([expect.closeTo(1, 6), expect.closeTo(4, 6)])
  })

  it('finds jumps and kinks itself where it is asked to', () => {
    const kinked = curveOf((t) => Math.abs(t - 1.237) + (t > 2.5 ? 3 : 0))
    const { pieces, error } = fitCurve(kinked, 0, 4, { within: 1e-3, step: 0.05, search: true })
    expect(error).toBeLessThanOrEqual(1e-3)
    expect(pieces).toHaveLength(3)
    expect(pieces[1]!.start).toBeCloseTo(1.237, 2)
    expect(pieces[2]!.start).toBeCloseTo(2.5, 5)
  })

  it('takes one piece for what is one Bézier, two components at once', () => {
    const piece: CurvePiece = {
      start: 0,
      end: 2,
      from: [0, 10],
      to: [50, -20],
      reachLeave: 0.6,
      reachArrive: 0.25,
      leave: [10, -30],
      arrive: [-5, 4],
    }
    const given: Curve = { width: 2, valueInto: (out, t) => out.set(valueOf([piece], t)) }
    const { pieces, error } = fitCurve(given, 0, 2, { within: 1e-3, step: 1 / 48 })
    expect(pieces).toHaveLength(1)
    expect(error).toBeLessThan(1e-3)
  })
})

describe('convertBend and asPoints', () => {
  it('keep progress within 0.002 for bends of every kind', () => {
    fc.assert(
      fc.property(fc.oneof(anyBend, pointsBend), (bend) => {
        const curve = compileBend(bend)
        for (const { bend: made, error } of [convertBend(bend), asPoints(bend)]) {
          expect(error).toBeLessThanOrEqual(0.002)
          const now = compileBend(made)
          const gaps = Array.from({ length: 301 }, (_, i) => {
            const u = (i + 0.5) / 301
            return Math.abs(curve.progress(u) - now.progress(u))
          })
          expect(Math.max(...gaps)).toBeLessThanOrEqual(0.0022)
        }
        expect(asPoints(bend).bend.kind).toBe('points')
      }),
      { numRuns: 500, seed: 152 },
    )
  })

  it('takes steps as steps, each jump a hair wide', () => {
    const steps: PlainBend = { kind: 'family', family: 'steps', steps: 4, jump: 'both' }
    const { bend, error } = asPoints(steps)
    expect(error).toBeLessThan(1e-6)
    // The first of them, which comes at once, too.
    for (const [u, p] of [
      [0.001, 0.2],
      [0.1, 0.2],
      [0.3, 0.4],
      [0.9, 0.8],
    ] as const)
      expect(compileBend(bend).progress(u), `at ${u}`).toBeCloseTo(p, 6)
    expect(bend.nodes.length).toBeLessThanOrEqual(10)
  })
})

describe('bendOfSpeed', () => {
  it('has the drawn speed’s area up to each moment, scaled to the change', () => {
    const looks = fc.array(fc.integer({ min: 1, max: 40 }), { minLength: 3, maxLength: 12 })
    fc.assert(
      fc.property(looks, (speeds) => {
        const last = speeds.length - 1
        const { bend, error } = bendOfSpeed(speeds.map((speed, i) => ({ u: i / last, speed })))
        expect(error).toBeLessThanOrEqual(0.002)
        const areas = speeds.map((_, i) =>
          speeds.slice(1, i + 1).reduce((sum, speed, k) => sum + (speed + speeds[k]!) / 2, 0),
        )
        const curve = compileBend(bend)
        speeds.forEach((_, i) => {
          expect(Math.abs(curve.progress(i / last) - areas[i]! / areas[last]!)).toBeLessThanOrEqual(0.0025)
        })
      }),
      { numRuns: 500, seed: 153 },
    )
  })

  it('refuses speeds that cancel out, and a drawing without time', () => {
    expect(() =>
      bendOfSpeed([
        { u: 0, speed: 5 },
        { u: 0.5, speed: 0 },
        { u: 1, speed: -5 },
      ]),
    ).toThrow(/cancel out/)
    expect(() => bendOfSpeed([{ u: 0.4, speed: 5 }])).toThrow(/over some time/)
  })
})

/** Largest distance between two routes at equal shares of their lengths. */
function routeGap(first: CompiledRoute, second: CompiledRoute): number {
  const [a, b] = [new Float64Array(2), new Float64Array(2)]
  let worst = 0
  for (let i = 0; i <= 64; i += 1) {
    first.pointInto(a, (i / 64) * first.length)
    second.pointInto(b, (i / 64) * second.length)
    worst = Math.max(worst, Math.hypot(a[0]! - b[0]!, a[1]! - b[1]!))
  }
  return worst
}

describe('fitRoute', () => {
  const coordinate = fc.integer({ min: -500, max: 500 })
  const point = fc.tuple(coordinate, coordinate)
  const gentle = fc
    .tuple(point, fc.integer({ min: -60, max: 60 }), fc.integer({ min: -60, max: 60 }))
    .map(([[x, y], a, b]): Cubic => {
      const [dx, dy] = [300 + Math.abs(x), y / 2]
      return {
        from: [0, 0],
        leave: [dx / 3, dy / 3 + a],
        arrive: [(2 * dx) / 3, (2 * dy) / 3 + b],
        to: [dx, dy],
      }
    })
  it('gives a route back that was cut in two', () => {
    fc.assert(
      fc.property(gentle, fc.integer({ min: 1, max: 9 }), (cubic, tenth) => {
        const whole = compileRoute(cubic)
        const { cubic: merged, error } = mergeRoutes(splitCubic(cubic, tenth / 10).map(compileRoute))
        expect(error).toBeLessThan(1e-3 * whole.length)
        expect(routeGap(whole, compileRoute(merged))).toBeLessThan(1e-3 * whole.length)
      }),
      { numRuns: 500, seed: 154 },
    )
  })

  it('says how far it is off where one cubic cannot follow', () => {
    const turn: Cubic = { from: [100, 0], leave: [100, 80], arrive: [0, 80], to: [0, 0] }
    const back: Cubic = { from: [0, 0], leave: [0, -80], arrive: [-100, -80], to: [-100, 0] }
    const { cubic, error } = mergeRoutes([turn, back].map(compileRoute))
    expect(error).toBeGreaterThan(5)
    expect(cubic.from).toEqual([100, 0])
    const straight = compileRoute({ from: [0, 0], leave: [0, 0], arrive: [9, 9], to: [9, 9] })
    expect(fitRoute(pathOfRoute(straight)).error).toBeLessThan(1e-6)
  })
})
