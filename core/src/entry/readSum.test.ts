import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { BadNumber, readSum } from './index.ts'

describe('readSum', () => {
  it.each([
    ['960+120', 1080],
    ['2+3*4', 14],
    ['(2+3)*4', 20],
    ['-5', -5],
    ['−5 − 3', -8],
    ['10/4', 2.5],
    ['1,5', 1.5],
    ['.5', 0.5],
    ['2e3', 2000],
    ['+=10', 110],
    ['-=(4+1)*2', 90],
    ['*=1.5', 150],
    ['120 px', 120],
    ['8 × 3', 24],
  ])('reads %s as %d', (text, value) => {
    expect(readSum(text, { current: 100, units: ['px'] })).toBeCloseTo(value, 12)
  })

  it('takes % as a share of a whole when there is one, else as the unit', () => {
    expect(readSum('50%', { current: 0, whole: 1920 })).toBe(960)
    expect(readSum('50%', { current: 0 })).toBe(50)
  })

  it.each(['', '12abc', '1+', '(1', '1)', '1/0', '--', 'NaN', '5 kg', '('.repeat(5000), '9'.repeat(400)])(
    'refuses %j with a sentence',
    (text) => {
      expect(() => readSum(text, { current: 0 })).toThrow(BadNumber)
    },
  )

  it('agrees with the language on random sums', () => {
    const part = fc.integer({ min: 1, max: 999 })
    fc.assert(
      fc.property(
        part,
        fc.array(fc.tuple(fc.constantFrom('+', '-', '*', '/'), part), { maxLength: 6 }),
        (first, rest) => {
          const text = rest.reduce((sum, [sign, value]) => `${sum}${sign}${value}`, String(first))
          expect(readSum(text, { current: 0 })).toBeCloseTo(Number(new Function(`return ${text}`)()), 6)
        },
      ),
      { numRuns: 300, seed: 2 },
    )
  })
})
