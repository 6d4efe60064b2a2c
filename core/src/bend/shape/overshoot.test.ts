import { describe, expect, it } from 'vitest'
import { compileBend, overshootOf, QUICK_BENDS, withOvershoot, type PlainBend } from '../index.ts'

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

describe('withOvershoot', () => {
  const bend = QUICK_BENDS.find(({ name }) => name === 'overshoot')!.bend

  it.each([0, 0.02, 0.15, 0.5, 1.5])('makes handles overshoot by %d of the change', (amount) => {
    const made = withOvershoot(bend, amount)
    expect(overshootOf(compileBend(made)).amount).toBeCloseTo(amount, 6)
    expect(made.kind === 'handles' && bend.kind === 'handles' && made.leave === bend.leave).toBe(true)
  })

  it('gives an arriving handle without reach some', () => {
    const sharp: PlainBend = {
      kind: 'handles',
      leave: { reach: 0.5, rise: 0 },
      arrive: { reach: 0, rise: 0 },
    }
    expect(overshootOf(compileBend(withOvershoot(sharp, 0.2))).amount).toBeCloseTo(0.2, 6)
  })

  it('sets the number of a back and leaves what has no such number', () => {
    expect(withOvershoot(back(0.1), 0.3)).toEqual(back(0.3))
    expect(withOvershoot({ kind: 'hold' }, 0.3)).toEqual({ kind: 'hold' })
  })
})
