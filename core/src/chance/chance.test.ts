import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { chanceOf, shuffled } from './index.ts'

describe('chance', () => {
  it('is the same for the same seed, another for another, and lies from 0 up to 1', () => {
    fc.assert(
      fc.property(fc.integer(), (seed) => {
        const [one, same, other] = [chanceOf(seed), chanceOf(seed), chanceOf(seed + 1)]
        const numbers = Array.from({ length: 20 }, one)
        expect(Array.from({ length: 20 }, same)).toEqual(numbers)
        expect(Array.from({ length: 20 }, other)).not.toEqual(numbers)
        for (const number of numbers) expect(number >= 0 && number < 1).toBe(true)
      }),
    )
  })

  it('puts every element of a list into some order, each of them about as often', () => {
    const seen = new Map<string, number>()
    for (let seed = 0; seed < 6_000; seed += 1) {
      const order = shuffled(['a', 'b', 'c'], seed).join('')
      seen.set(order, (seen.get(order) ?? 0) + 1)
    }
    expect([...seen.keys()].sort()).toEqual(['abc', 'acb', 'bac', 'bca', 'cab', 'cba'])
    // A thousand each, with a standard deviation of 29.
    for (const count of seen.values()) expect(Math.abs(count - 1_000)).toBeLessThan(150)
    expect(shuffled([], 1)).toEqual([])
  })
})
