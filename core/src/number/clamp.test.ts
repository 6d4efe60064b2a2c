import { describe, expect, it } from 'vitest'
import { clamp } from './clamp.ts'

describe('clamp', () => {
  it('keeps what is within its bounds and brings the rest to the nearer one', () => {
    expect([-3, 0, 0.4, 1, 7].map((x) => clamp(x, 0, 1))).toEqual([0, 0, 0.4, 1, 1])
  })
  it('has the high bound the last word where there is no room, and keeps NaN to be found', () => {
    expect(clamp(5, 3, 2)).toBe(2)
    expect(clamp(Number.NaN, 0, 1)).toBeNaN()
  })
})
