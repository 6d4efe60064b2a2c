import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { LIMITS } from './schema/limits.ts'
import { distinctName } from './distinctName.ts'

describe('distinctName', () => {
  it.each([
    ['Regatta', [], 'Regatta'],
    ['Regatta', ['Regatta'], 'Regatta 2'],
    ['Regatta', ['Regatta', 'Regatta 2'], 'Regatta 3'],
    ['Regatta 2', ['Regatta 2'], 'Regatta 3'],
    ['1999', ['1999'], '1999 2'],
  ])('%s beside %j is %s', (name, taken, distinct) => {
    expect(distinctName(name, taken)).toBe(distinct)
  })

  it('is never one of the others, nor longer than a name may be', () => {
    const name = fc.string({ minLength: 1, maxLength: LIMITS.nameLength })
    fc.assert(
      fc.property(name, fc.array(name), (wanted, others) => {
        const distinct = distinctName(wanted, [wanted, ...others])
        expect([wanted, ...others]).not.toContain(distinct)
        expect(distinct.length).toBeLessThanOrEqual(LIMITS.nameLength)
      }),
    )
  })
})
