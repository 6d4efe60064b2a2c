import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  compileBend,
  peakOfCurve,
  QUICK_BENDS,
  slideBend,
  slidePeak,
  strengthBend,
  strengthenBend,
  type PlainBend,
  type ShapedBend,
} from '../index.ts'

const reach = fc.double({ min: 0.05, max: 0.95, noNaN: true })
const rise = fc.double({ min: -0.6, max: 1.4, noNaN: true })
const handles = fc.tuple(reach, rise, reach, rise).map(([a, b, c, d]): ShapedBend => ({
  kind: 'handles',
  leave: { reach: a, rise: b },
  arrive: { reach: c, rise: d },
}))
const points = fc
  .tuple(
    fc.double({ min: 0.2, max: 0.8, noNaN: true }),
    rise,
    fc.double({ min: 0.02, max: 0.18, noNaN: true }),
  )
  .map(([u, p, arm]): ShapedBend => ({
    kind: 'points',
    nodes: [
      { at: [0, 0], arrive: [0, 0], leave: [arm, 0], through: 'corner' },
      { at: [u, p], arrive: [-arm, -arm], leave: [arm, arm], through: 'joined' },
      { at: [1, 1], arrive: [-arm, 0], leave: [0, 0], through: 'corner' },
    ],
  }))
const shaped = fc.oneof(handles, points)
const moment = fc.double({ min: 0.05, max: 0.95, noNaN: true })
const isLawful = (bend: PlainBend): void => {
  const curve = compileBend(bend)
  expect(curve.progress(0)).toBe(0)
  expect(curve.progress(1)).toBe(1)
  if (bend.kind !== 'points') return
  bend.nodes.slice(1).forEach(({ at }, i) => expect(at[0]).toBeGreaterThan(bend.nodes[i]!.at[0]))
}

describe('slideBend', () => {
  it('keeps both ends, the kind, and points in order', () => {
    fc.assert(
      fc.property(shaped, moment, moment, (bend, from, to) => {
        const slid = slideBend(bend, from, to)
        expect(slid.kind).toBe(bend.kind)
        isLawful(slid)
      }),
      { seed: 21, numRuns: 300 },
    )
  })

  it('does nothing when a moment stays where it is, and takes points of a bend along', () => {
    fc.assert(
      fc.property(points, moment, moment, (bend, from, to) => {
        const same = slideBend(bend, from, from)
        for (let i = 0; i <= 10; i += 1)
          expect(compileBend(same).progress(i / 10)).toBeCloseTo(compileBend(bend).progress(i / 10), 9)
        const slid = slideBend(bend, from, to)
        if (slid.kind !== 'points' || bend.kind !== 'points') throw new Error('no points')
        expect(slid.nodes[1]!.at[1]).toBe(bend.nodes[1]!.at[1])
        expect(Math.sign(slid.nodes[1]!.at[0] - bend.nodes[1]!.at[0])).toBe(Math.sign(to - from))
      }),
      { seed: 22, numRuns: 200 },
    )
  })

  it('brings a point at the moment to the moment wanted', () => {
    const bend: ShapedBend = {
      kind: 'points',
      nodes: [
        { at: [0, 0], arrive: [0, 0], leave: [0.1, 0], through: 'corner' },
        { at: [0.3, 0.5], arrive: [-0.1, -0.1], leave: [0.1, 0.1], through: 'joined' },
        { at: [1, 1], arrive: [-0.1, 0], leave: [0, 0], through: 'corner' },
      ],
    }
    const slid = slideBend(bend, 0.3, 0.62)
    expect(slid.kind === 'points' && slid.nodes[1]!.at[0]).toBeCloseTo(0.62, 12)
  })
})

describe('peakOfCurve', () => {
  it('finds the middle of a bend alike on both sides, and none where speed is even', () => {
    const both = QUICK_BENDS.find(({ name }) => name === 'easeBoth')!.bend
    expect(peakOfCurve(compileBend(both))).toBeCloseTo(0.5, 3)
    expect(peakOfCurve(compileBend({ kind: 'linear' }))).toBeNull()
  })

  it('finds the end at which a power is fastest', () => {
    const power = (mode: 'in' | 'out'): PlainBend => ({ kind: 'family', family: 'power', mode, power: 3 })
    expect(peakOfCurve(compileBend(power('in')))).toBeGreaterThan(0.99)
    expect(peakOfCurve(compileBend(power('out')))).toBeLessThan(0.01)
  })
})

describe('slidePeak', () => {
  it('brings the fastest moment of bends alike on both sides where it is wanted', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.15, max: 0.7, noNaN: true }),
        fc.double({ min: 0.25, max: 0.75, noNaN: true }),
        (both, to) => {
          const bend: ShapedBend = {
            kind: 'handles',
            leave: { reach: both, rise: 0 },
            arrive: { reach: both, rise: 0 },
          }
          const peak = peakOfCurve(compileBend(slidePeak(bend, to)))!
          expect(Math.abs(peak - to)).toBeLessThan(0.02)
        },
      ),
      { seed: 23, numRuns: 60 },
    )
  })
})

describe('strengthenBend', () => {
  const keep = (bend: PlainBend): PlainBend => bend
  const amount = fc.double({ min: -1, max: 1, noNaN: true })

  it('keeps both ends and never breaks a bend', () => {
    fc.assert(
      fc.property(shaped, amount, (bend, by) => isLawful(strengthenBend(bend, by, keep))),
      { seed: 24, numRuns: 300 },
    )
  })

  it('leaves a bend as it is when nothing is asked, and a hold and steps always', () => {
    const steps: PlainBend = { kind: 'family', family: 'steps', steps: 3, jump: 'end' }
    for (const bend of [{ kind: 'hold' } as const, steps]) expect(strengthenBend(bend, 0.7, keep)).toBe(bend)
    const both = QUICK_BENDS[3]!.bend
    expect(strengthenBend(both, 0, keep)).toBe(both)
  })

  it('grows and shrinks strengths, powers and overshoots as numbers', () => {
    expect(strengthenBend(strengthBend(20), 0.5, keep)).toEqual(strengthBend(60))
    expect(strengthenBend(strengthBend(20), -0.5, keep)).toEqual(strengthBend(10))
    const power: PlainBend = { kind: 'family', family: 'power', mode: 'inOut', power: 3 }
    expect(strengthenBend(power, -0.5, keep)).toEqual({ ...power, power: 2 })
    expect(strengthenBend(power, -1, keep)).toEqual({ kind: 'linear' })
    const back: PlainBend = { kind: 'family', family: 'back', mode: 'out', overshoot: 0.1 }
    expect(strengthenBend(back, -1, keep)).toEqual({ ...back, overshoot: 0 })
  })

  it('leaves a sharp side sharp as the other grows', () => {
    const bend: PlainBend = {
      kind: 'handles',
      leave: { reach: 0.5, rise: 0 },
      arrive: { reach: 0, rise: 0 },
    }
    expect(strengthenBend(bend, 0.5, keep)).toEqual({
      kind: 'handles',
      leave: { reach: 0.75, rise: 0 },
      arrive: { reach: 0, rise: 0 },
    })
  })
})
