import * as d3 from 'd3-ease'
import { describe, expect, it } from 'vitest'
import type { FamilyBend, Mode } from '../bend.ts'
import { compileBend } from '../curves/compileBend.ts'
import { backCoefficient } from './back.ts'
import { FAMILIES } from './families.ts'
import { oscillator, settlingFrequency } from './spring.ts'
import { stepProgress } from './steps.ts'

const curve = (bend: Partial<FamilyBend>) => compileBend({ kind: 'family', ...bend } as FamilyBend)
const largestGap = (ours: (u: number) => number, theirs: (u: number) => number): number => {
  let largest = 0
  for (let i = 0; i <= 1000; i += 1) largest = Math.max(largest, Math.abs(ours(i / 1000) - theirs(i / 1000)))
  return largest
}

// Source: the package d3-ease 3 (R. Penner's easing equations).
const REFERENCES: readonly [string, Partial<FamilyBend>, Readonly<Record<Mode, (u: number) => number>>][] = [
  ['sine', { family: 'sine' }, { in: d3.easeSinIn, out: d3.easeSinOut, inOut: d3.easeSinInOut }],
  [
    'power 3',
    { family: 'power', power: 3 },
    { in: d3.easeCubicIn, out: d3.easeCubicOut, inOut: d3.easeCubicInOut },
  ],
  [
    'power 2',
    { family: 'power', power: 2 },
    { in: d3.easeQuadIn, out: d3.easeQuadOut, inOut: d3.easeQuadInOut },
  ],
  [
    'exponential',
    { family: 'exponential' },
    { in: d3.easeExpIn, out: d3.easeExpOut, inOut: d3.easeExpInOut },
  ],
  [
    'circular',
    { family: 'circular' },
    { in: d3.easeCircleIn, out: d3.easeCircleOut, inOut: d3.easeCircleInOut },
  ],
  [
    'elastic',
    { family: 'elastic' },
    { in: d3.easeElasticIn, out: d3.easeElasticOut, inOut: d3.easeElasticInOut },
  ],
  ['bounce', { family: 'bounce' }, { in: d3.easeBounceIn, out: d3.easeBounceOut, inOut: d3.easeBounceInOut }],
]

describe('FAMILIES', () => {
  for (const [name, bend, modes] of REFERENCES) {
    it.each(Object.entries(modes))(`${name} %s agrees with d3-ease to 1e-12`, (mode, reference) => {
      expect(largestGap(curve({ ...bend, mode: mode as Mode }).progress, reference)).toBeLessThan(1e-12)
    })
  }

  it('back agrees with d3-ease for the overshoot its constant makes', () => {
    // Source: R. Penner's s = 1.70158 belongs to an overshoot of 10.0004 %.
    const overshoot = (4 * 1.70158 ** 3) / (27 * 2.70158 ** 2)
    expect(overshoot).toBeCloseTo(0.100004, 6)
    expect(backCoefficient(overshoot)).toBeCloseTo(1.70158, 10)
    expect(backCoefficient(0.1)).toBeCloseTo(1.70158, 3)
    expect(
      largestGap(curve({ family: 'back', mode: 'inOut', overshoot }).progress, d3.easeBackInOut),
    ).toBeLessThan(1e-12)
  })

  it.each(Object.values(FAMILIES).filter((family) => family.natural))(
    '$name starts at 0, ends at 1 and has the pace of its slope',
    ({ name }) => {
      for (const mode of ['in', 'out', 'inOut'] as const) {
        const bend = curve({ family: name, mode })
        expect([bend.progress(0), bend.progress(1)]).toEqual([0, 1])
        for (const u of [0.13, 0.37, 0.61, 0.93]) {
          const quotient = (bend.progress(u + 1e-6) - bend.progress(u - 1e-6)) / 2e-6
          expect(bend.pace(u)).toBeCloseTo(quotient, 4)
        }
      }
    },
  )

  it('plays only its part', () => {
    const [whole, part] = [curve({ family: 'sine' }), curve({ family: 'sine', part: [0.25, 0.75] })]
    const [from, to] = [whole.progress(0.25), whole.progress(0.75)]
    expect(from + part.progress(0.5) * (to - from)).toBeCloseTo(whole.progress(0.5), 14)
  })
})

describe('oscillator', () => {
  it.each([0.1, 0.4, 0.9, 1, 1.5, 4])('with damping %d solves its own equation of motion', (zeta) => {
    // Source: fourth-order Runge–Kutta on x″ + 2ζωx′ + ω²(x − 1) = 0 (textbook mechanics).
    const omega = settlingFrequency(zeta)
    const motion = oscillator(zeta, omega, 2)
    const pull = (x: number, v: number): number => -2 * zeta * omega * v - omega * omega * (x - 1)
    const count = 20000
    const h = 1 / count
    let [x, v] = [0, 2]
    for (let i = 0; i < count; i += 1) {
      const [a1, b1] = [v, pull(x, v)]
      const [a2, b2] = [v + (h / 2) * b1, pull(x + (h / 2) * a1, v + (h / 2) * b1)]
      const [a3, b3] = [v + (h / 2) * b2, pull(x + (h / 2) * a2, v + (h / 2) * b2)]
      const [a4, b4] = [v + h * b3, pull(x + h * a3, v + h * b3)]
      x += (h / 6) * (a1 + 2 * a2 + 2 * a3 + a4)
      v += (h / 6) * (b1 + 2 * b2 + 2 * b3 + b4)
      if (i % 1000 === 999) {
        expect(Math.abs(motion.at((i + 1) * h) - x)).toBeLessThan(1e-6)
        expect(Math.abs(motion.speed((i + 1) * h) - v)).toBeLessThan(1e-4)
      }
    }
  })

  it.each([0.05, 0.3, 0.7, 1, 2])('with damping %d never gains energy and has settled at the end', (zeta) => {
    const omega = settlingFrequency(zeta)
    const motion = oscillator(zeta, omega, 0)
    let before = Infinity
    for (let i = 0; i <= 500; i += 1) {
      const energy = motion.speed(i / 500) ** 2 + omega ** 2 * (motion.at(i / 500) - 1) ** 2
      expect(energy).toBeLessThanOrEqual(before * (1 + 1e-9))
      before = energy
    }
    expect(Math.abs(motion.at(1) - 1)).toBeLessThanOrEqual(0.001 + 1e-9)
  })
})

describe('stepProgress', () => {
  // Source: W3C, CSS Easing Functions 2, steps() examples and algorithm.
  it.each([
    [4, 'end', 0, 0],
    [4, 'end', 0.25, 0.25],
    [4, 'end', 0.2499, 0],
    [4, 'end', 1, 1],
    [4, 'start', 0, 0.25],
    [4, 'start', 0.75, 1],
    [3, 'none', 0, 0],
    [3, 'none', 0.4, 0.5],
    [3, 'none', 0.7, 1],
    [3, 'both', 0, 0.25],
    [3, 'both', 0.4, 0.5],
    [3, 'both', 1, 1],
  ] as const)('steps(%d, jump-%s) at %d is %d', (count, jump, u, p) => {
    expect(stepProgress(count, jump, u)).toBeCloseTo(p, 12)
  })

  it('takes the step below on a boundary reached from before', () => {
    expect(stepProgress(4, 'end', 0.5, true)).toBe(0.25)
    expect(stepProgress(4, 'start', 0, true)).toBe(0)
  })
})
