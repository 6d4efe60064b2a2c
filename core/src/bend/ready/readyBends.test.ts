import { describe, expect, it } from 'vitest'
import { BEND_MOODS, compileBend, FAMILIES, READY_BENDS } from '../index.ts'

describe('READY_BENDS', () => {
  it('has ids and names of their own, several of each mood, and every family', () => {
    for (const field of ['id', 'name'] as const)
      expect(new Set(READY_BENDS.map((one) => one[field])).size).toBe(READY_BENDS.length)
    for (const mood of BEND_MOODS)
      expect(READY_BENDS.filter((one) => one.mood === mood).length).toBeGreaterThan(5)
    for (const family of Object.keys(FAMILIES))
      expect(READY_BENDS.some((one) => one.family === family)).toBe(true)
  })

  it.each(READY_BENDS)('$name goes from its start to its end', ({ bend }) => {
    const curve = compileBend(bend)
    expect(curve.progress(0)).toBeCloseTo(
      bend.kind === 'family' && bend.family === 'steps' ? curve.progress(0) : 0,
      9,
    )
    expect(curve.progress(1)).toBeCloseTo(1, 9)
    for (let i = 0; i <= 100; i += 1) expect(Math.abs(curve.progress(i / 100) - 0.5)).toBeLessThan(1.2)
  })

  const shapes = READY_BENDS.filter(({ mood }) => mood).map(({ name, bend }) => ({
    name,
    values: Array.from({ length: 99 }, (_, i) => compileBend(bend).progress((i + 1) / 100)),
  }))
  it('has no two by mood that look the same, but one that belongs to two moods', () => {
    const alike = shapes.flatMap((one, i) =>
      shapes
        .slice(i + 1)
        .filter((other) => one.values.every((value, k) => Math.abs(value - other.values[k]!) < 0.01))
        .map((other) => `${one.name} = ${other.name}`),
    )
    expect(alike).toEqual(['Evening tide = Piston'])
  })
})
