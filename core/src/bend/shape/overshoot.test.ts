import { describe, expect, it } from 'vitest'
import { compileBend, overshootOf, QUICK_BENDS, settle, withOvershoot, type PlainBend } from '../index.ts'

const back = (overshoot: number): PlainBend => ({ kind: 'family', family: 'back', mode: 'out', overshoot })

describe('overshootOf', () => {
  it.each([0.05, 0.1, 0.4])('finds what back is told to overshoot by: %d', (amount) => {
    expect(overshootOf(compileBend(back(amount))).amount).toBeCloseTo(amount, 6)
  })

  it('finds none where a bend stays within its change', () => {
    expect(overshootOf(compileBend({ kind: 'linear' }))).toEqual({ amount: 0, at: null })
    expect(overshootOf(compileBend({ kind: 'family', family: 'bounce', mode: 'out' })).amount).toBe(0)
  })
})

const handles = (leave: readonly number[], arrive: readonly number[]): PlainBend => ({
  kind: 'handles',
  leave: { reach: leave[0]!, rise: leave[1]! },
  arrive: { reach: arrive[0]!, rise: arrive[1]! },
})
const speedAtEnd = (bend: PlainBend): number => {
  const curve = compileBend(bend)
  return (curve.progress(1) - curve.progress(1 - 1e-4)) / 1e-4
}

describe('settle', () => {
  it.each([0.02, 0.1, 0.6])('goes past its end by %d once and comes back without speed', (amount) => {
    const bend = settle({ reach: 0.3, rise: 0 }, amount)
    const curve = compileBend(bend)
    expect(overshootOf(curve).amount).toBeCloseTo(amount, 9)
    expect(Math.abs(speedAtEnd(bend))).toBeLessThan(1e-2 * amount)
    // Up to its peak it only rises, from there it only falls.
    const { at } = overshootOf(curve)
    for (let i = 0; i < 200; i += 1) {
      const [u, next] = [i / 200, (i + 1) / 200]
      if (next <= at!) expect(curve.progress(next)).toBeGreaterThanOrEqual(curve.progress(u))
      if (u >= at!) expect(curve.progress(next)).toBeLessThanOrEqual(curve.progress(u))
    }
  })

  it('is what the quick bend does, by a tenth', () => {
    const { bend } = QUICK_BENDS.find(({ name }) => name === 'overshoot')!
    expect(overshootOf(compileBend(bend)).amount).toBeCloseTo(0.1, 9)
    expect(Math.abs(speedAtEnd(bend))).toBeLessThan(1e-3)
  })
})

describe('withOvershoot', () => {
  const past = handles([0.3, 0], [0.55, -0.45])

  it.each([0, 0.02, 0.15, 0.5, 1.5])('makes handles that overshoot do so by %d of the change', (amount) => {
    const made = withOvershoot(past, amount)
    expect(overshootOf(compileBend(made)).amount).toBeCloseTo(amount, 6)
    expect(made.kind === 'handles' && past.kind === 'handles' && made.leave === past.leave).toBe(true)
  })

  it.each([0.02, 0.15, 1.5])('makes other handles settle by %d, setting out as they did', (amount) => {
    const made = withOvershoot(handles([0.45, 0.1], [0.4, 0]), amount)
    expect(overshootOf(compileBend(made)).amount).toBeCloseTo(amount, 9)
    expect(made.kind === 'points' && made.nodes[0]!.leave).toEqual([0.45, 0.1])
  })

  it('sets the amount of what settles, and makes handles of it again without one', () => {
    const bend = settle({ reach: 0.45, rise: 0.1 }, 0.1)
    expect(withOvershoot(bend, 0.3)).toEqual(settle({ reach: 0.45, rise: 0.1 }, 0.3))
    expect(withOvershoot(bend, 0)).toEqual(handles([0.45, 0.1], [0.4, 0]))
  })

  it('gives an arriving handle without reach some', () => {
    expect(overshootOf(compileBend(withOvershoot(handles([0.5, 0], [0, -0.2]), 0.2))).amount).toBeCloseTo(
      0.2,
      6,
    )
  })

  it('sets the number of a back and leaves what has no such number', () => {
    expect(withOvershoot(back(0.1), 0.3)).toEqual(back(0.3))
    expect(withOvershoot({ kind: 'hold' }, 0.3)).toEqual({ kind: 'hold' })
    const rising: PlainBend = {
      kind: 'points',
      nodes: [
        { at: [0, 0], arrive: [0, 0], leave: [0.1, 0], through: 'corner' },
        { at: [0.5, 0.4], arrive: [-0.1, 0], leave: [0.1, 0], through: 'joined' },
        { at: [1, 1], arrive: [-0.1, 0], leave: [0, 0], through: 'corner' },
      ],
    }
    expect(withOvershoot(rising, 0.3)).toBe(rising)
  })
})
