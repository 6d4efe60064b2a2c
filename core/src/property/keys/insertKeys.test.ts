import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { anyProperty, ease, ids, key, momentsOf, property, worstMiss } from '../../../test/trials.ts'
import { asTicks, TICKS_PER_SECOND } from '../../time/index.ts'
import { insertKey } from './insertKey.ts'
import { insertKeys } from './insertKeys.ts'

const moments = fc.array(fc.integer({ min: -20, max: 140 }), { maxLength: 12 })
const tickOf = (tenth: number) => asTicks((tenth * TICKS_PER_SECOND) / 10 + 1)

describe('insertKeys', () => {
  it.each(['number', 'place', 'colour'] as const)(
    'makes of a %s what inserting the keys one after the other makes',
    (kind) => {
      fc.assert(
        fc.property(anyProperty(kind, 12), moments, (given, tenths) => {
          const times = [...new Set(tenths)].map(tickOf).sort((one, other) => one - other)
          const [first, last] = [given.keys[0]!.t, given.keys.at(-1)!.t]
          const inOrder = [
            ...times.filter((t) => t > first && t < last),
            ...times.filter((t) => t <= first).reverse(),
            ...times.filter((t) => t >= last),
          ]
          const makeId = ids()
          const oneByOne = inOrder.reduce((so, t) => insertKey(so, t, makeId(), []).property, given)
          const together = insertKeys(given, tenths.map(tickOf), ids(), [])
          expect(together.keys.map(({ t }) => t)).toEqual(oneByOne.keys.map(({ t }) => t))
          expect(worstMiss(together, oneByOne, { times: momentsOf(together) })).toBeLessThan(1e-9)
        }),
        { numRuns: 300, seed: 6 },
      )
    },
  )

  it('passes over moments that have a key, and starts a property that has none', () => {
    const given = property('number', [key(0, 1, ease), key(2, 3)])
    expect(insertKeys(given, [asTicks(0)], ids(), [])).toEqual(given)
    const begun = insertKeys(property('number', [], { value: 7 }), [tickOf(3), tickOf(1)], ids(), [])
    expect(begun.keys.map(({ value }) => value)).toEqual([7, 7])
    expect(begun.keys.map(({ t }) => t)).toEqual([tickOf(1), tickOf(3)])
  })
})
