import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { shuffled } from './index.ts'

describe('shuffled', () => {
  it('is the same for the same seed, and has what the list had', () => {
    fc.assert(
      fc.property(fc.array(fc.integer()), fc.integer(), (list, seed) => {
        const order = shuffled(list, seed)
        expect(shuffled(list, seed)).toEqual(order)
        expect([...order].sort()).toEqual([...list].sort())
      }),
    )
  })

  it('has every order about as often', () => {
    const seen = new Map<string, number>()
    for (let seed = 0; seed < 6_000; seed += 1) {
      const order = shuffled(['a', 'b', 'c'], seed).join('')
      seen.set(order, (seen.get(order) ?? 0) + 1)
    }
    expect([...seen.keys()].sort()).toEqual(['abc', 'acb', 'bac', 'bca', 'cab', 'cba'])
    // A thousand each, with a standard deviation of 29.
    for (const count of seen.values()) expect(Math.abs(count - 1_000)).toBeLessThan(150)
  })
})
