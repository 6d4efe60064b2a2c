import { describe, expect, it } from 'vitest'
import { isCrowded, together } from './crowding.ts'

describe('isCrowded', () => {
  it.each([
    [20, 100, false],
    [100, 900, false],
    [120, 900, true],
    [10_000, 900, true],
  ])('%d keys on %d px: %s', (count, width, crowded) => {
    expect(isCrowded(count, width)).toBe(crowded)
  })
})

describe('together', () => {
  it('loses nothing, keeps the order, and leaves the first of each group as far from the next as asked', () => {
    const list = Array.from({ length: 400 }, (_, i) => ({ x: ((i * 7919) % 400) * 2.3 })).sort(
      (a, b) => a.x - b.x,
    )
    const groups = together(list, 9)
    expect(groups.flatMap(({ all }) => all)).toEqual(list)
    groups.slice(1).forEach(({ first }, i) => expect(first.x - groups[i]!.first.x).toBeGreaterThanOrEqual(9))
  })

  it('makes nothing of nothing', () => {
    expect(together([], 9)).toEqual([])
  })
})
