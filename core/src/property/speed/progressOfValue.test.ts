import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { ease, key, property } from '../../../test/trials.ts'
import { compileProperty, progressOfValue } from '../index.ts'

describe('progressOfValue', () => {
  const progress = fc.double({ min: -2, max: 3, noNaN: true })
  const amount = fc.double({ min: 1, max: 900, noNaN: true })

  it('is the reverse of a plain mix, component by component', () => {
    fc.assert(
      fc.property(amount, amount, progress, (from, to, p) => {
        fc.pre(Math.abs(from - to) > 1e-3)
        const compiled = compileProperty(property('pair', [key(0, [from, to], ease), key(1, [to, from])]), [])
        const out = new Float64Array(2)
        compiled.mixers[0]!.mixInto(out, p)
        expect(progressOfValue(compiled, 0, 0, out[0]!)).toBeCloseTo(p, 6)
        expect(progressOfValue(compiled, 0, 1, out[1]!)).toBeCloseTo(p, 6)
      }),
      { seed: 31, numRuns: 200 },
    )
  })

  it('is the reverse of a mix by equal ratios, rising and falling', () => {
    for (const [from, to] of [
      [50, 400],
      [400, 50],
    ] as const) {
      const compiled = compileProperty(
        property('number', [key(0, from, ease), key(1, to)], { mix: 'geometric' }),
        [],
      )
      const out = new Float64Array(1)
      for (const p of [-0.5, 0, 0.25, 0.5, 1, 1.4]) {
        compiled.mixers[0]!.mixInto(out, p)
        expect(progressOfValue(compiled, 0, 0, out[0]!)).toBeCloseTo(p, 9)
      }
    }
  })

  it('counts a place along its route, and has no answer where nothing changes', () => {
    const compiled = compileProperty(property('place', [key(0, [0, 0], ease), key(1, [30, 40])]), [])
    expect(progressOfValue(compiled, 0, 0, 25)).toBeCloseTo(0.5, 9)
    expect(
      progressOfValue(compileProperty(property('number', [key(0, 5), key(1, 5)]), []), 0, 0, 9),
    ).toBeNull()
  })
})
