import bezierEasing from 'bezier-easing'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { HandlesCurve } from './handlesCurve.ts'
import { splitBend } from '../shape/splitBend.ts'
import { compileBend } from './compileBend.ts'
import { mirrorBend } from '../shape/mirrorBend.ts'
import type { PlainBend } from '../bend.ts'

const easing = ((bezierEasing as unknown as { default?: typeof bezierEasing }).default ??
  bezierEasing) as typeof bezierEasing

const curveOf = (x1: number, y1: number, x2: number, y2: number): HandlesCurve =>
  new HandlesCurve({ leave: { reach: x1, rise: y1 }, arrive: { reach: 1 - x2, rise: 1 - y2 } })

const timeAt = (x1: number, x2: number, s: number): number =>
  3 * x1 * s * (1 - s) ** 2 + 3 * x2 * s * s * (1 - s) + s ** 3

const reach = fc.oneof(fc.constantFrom(0, 1, 1e-9, 1 - 1e-9, 0.5), fc.double({ min: 0, max: 1, noNaN: true }))
const elapsed = fc.oneof(
  fc.constantFrom(0.5, 1e-12, 1 - 1e-12, 0.25),
  fc.double({ min: 0, max: 1, noNaN: true }),
)

describe('HandlesCurve', () => {
  it.each([
    [0.25, 0.1, 0.25, 1],
    [0.42, 0, 0.58, 1],
    [0.9, 0, 0.1, 1],
    [0.3, -0.5, 0.4, 1.6],
  ])('agrees with bezier-easing for %d, %d, %d, %d', (x1, y1, x2, y2) => {
    // Source: the package bezier-easing, whose own error is about 1e-6.
    const [ours, theirs] = [curveOf(x1, y1, x2, y2), easing(x1, y1, x2, y2)]
    for (let i = 0; i <= 1000; i += 1) expect(ours.progress(i / 1000)).toBeCloseTo(theirs(i / 1000), 5)
  })

  it('solves u within 1e-12 for every legal handle, reaches of 0 and 1 included', () => {
    fc.assert(
      fc.property(reach, reach, elapsed, (x1, x2, u) => {
        const s = curveOf(x1, 0, x2, 1).parameter(u)
        expect(s).toBeGreaterThanOrEqual(0)
        expect(s).toBeLessThanOrEqual(1)
        expect(Math.abs(timeAt(x1, x2, s) - u)).toBeLessThanOrEqual(1e-12)
      }),
      { numRuns: 5000, seed: 3 },
    )
  })

  it('finds p within 1e-9 even where time stands still in mid-span', () => {
    // Both reaches 1: u = ½ + 4w³ and p = ½ + 3w/2 − 2w³ for w = s − ½, exactly.
    const curve = curveOf(1, 0, 0, 1)
    for (const w of [1e-5, 1e-4, 1e-3, 0.01, 0.1, 0.3]) {
      expect(Math.abs(curve.progress(0.5 + 4 * w ** 3) - (0.5 + 1.5 * w - 2 * w ** 3))).toBeLessThan(
        w < 1e-3 ? 1e-6 : 1e-9,
      )
    }
    expect(curve.progress(0.5)).toBe(0.5)
  })

  it('is exact at both ends and never goes back in time', () => {
    fc.assert(
      fc.property(reach, reach, fc.double({ min: -3, max: 3, noNaN: true }), (x1, x2, y) => {
        const curve = curveOf(x1, y, x2, 1 - y)
        expect(curve.progress(0)).toBe(0)
        expect(curve.progress(1)).toBe(1)
        let before = -1e-12
        for (let i = 0; i <= 64; i += 1) {
          const s = curve.parameter(i / 64)
          expect(s).toBeGreaterThanOrEqual(before)
          before = s - 1e-11
        }
      }),
      { numRuns: 500, seed: 4 },
    )
  })

  it.each([
    ['a flat start', curveOf(0.4, 0, 0.6, 1), 0, 0],
    ['reach 0 with a later flat control point', curveOf(0, 0, 0.5, 0.25), 0, 0.5],
    ['a straight line', curveOf(1 / 3, 1 / 3, 2 / 3, 2 / 3), 0.5, 1],
    ['an upright start', curveOf(0, 0.5, 0.5, 1), 0, Infinity],
  ])('has the one-sided pace of %s', (_, curve, u, pace) => {
    expect(curve.pace(u)).toBeCloseTo(pace, 9)
  })

  it('has the pace of its own difference quotient', () => {
    const curve = curveOf(0.3, -0.4, 0.5, 1.3)
    for (const u of [0.1, 0.3, 0.5, 0.8]) {
      const quotient = (curve.progress(u + 1e-6) - curve.progress(u - 1e-6)) / 2e-6
      expect(curve.pace(u)).toBeCloseTo(quotient, 6)
    }
  })
})

const gentle = fc.double({ min: 0, max: 1, noNaN: true })
const rise = fc.double({ min: -1, max: 1, noNaN: true })
const anyBend: fc.Arbitrary<PlainBend> = fc.oneof(
  fc.constant<PlainBend>({ kind: 'linear' }),
  fc.record({ l: gentle, lr: rise, a: gentle, ar: rise }).map(({ l, lr, a, ar }): PlainBend => ({
    kind: 'handles',
    leave: { reach: l, rise: lr },
    arrive: { reach: a, rise: ar },
  })),
  fc
    .tuple(
      fc.constantFrom('sine', 'power', 'exponential', 'circular', 'back', 'elastic', 'bounce', 'spring'),
      fc.constantFrom('in', 'out', 'inOut'),
    )
    .map(([family, mode]): PlainBend => ({ kind: 'family', family, mode }) as PlainBend),
  fc.tuple(gentle, rise).map(([u, p]): PlainBend => ({
    kind: 'points',
    nodes: [
      { at: [0, 0], arrive: [0, 0], leave: [0.15, 0], through: 'corner' },
      { at: [0.2 + u * 0.6, p], arrive: [-0.1, 0.1], leave: [0.15, 0.2], through: 'corner' },
      { at: [1, 1], arrive: [-0.3, 0], leave: [0, 0], through: 'corner' },
    ],
  })),
)

describe('splitBend', () => {
  it('cuts any bend without changing what it does', () => {
    fc.assert(
      fc.property(anyBend, fc.double({ min: 0.01, max: 0.99, noNaN: true }), (bend, u) => {
        const whole = compileBend(bend)
        const cut = splitBend(bend, u)
        const p = whole.progress(u)
        if (!cut || Math.abs(p) < 1e-3 || Math.abs(1 - p) < 1e-3) return
        const [before, after] = [compileBend(cut.before), compileBend(cut.after)]
        for (let i = 0; i <= 20; i += 1) {
          const share = i / 20
          expect(Math.abs(before.progress(share) * p - whole.progress(u * share))).toBeLessThan(1e-9)
          expect(
            Math.abs(p + after.progress(share) * (1 - p) - whole.progress(u + (1 - u) * share)),
          ).toBeLessThan(1e-9)
        }
      }),
      { numRuns: 500, seed: 5 },
    )
  })
})

describe('mirrorBend', () => {
  it('plays any bend backwards', () => {
    fc.assert(
      fc.property(anyBend, gentle, (bend, u) => {
        const [there, back] = [compileBend(bend), compileBend(mirrorBend(bend))]
        expect(back.progress(u)).toBeCloseTo(1 - there.progress(1 - u), 9)
      }),
      { numRuns: 500, seed: 6 },
    )
  })
})
