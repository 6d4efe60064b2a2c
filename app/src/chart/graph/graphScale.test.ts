import { describe, expect, it } from 'vitest'
import { graphScale, type ScaleKind } from './graphScale.ts'

const scaleOf = (low: number, high: number, kind: ScaleKind) =>
  graphScale({ low, high }, { kind, top: 0, bottom: 240 })

describe('graphScale', () => {
  it.each(['even', 'ratio', 'turn'] as const)('goes there and back, higher values higher up: %s', (kind) => {
    const scale = scaleOf(5, 700, kind)
    for (const value of [5, 30, 210, 700]) expect(scale.valueOf(scale.y(value))).toBeCloseTo(value, 8)
    expect(scale.y(700)).toBeLessThan(scale.y(5))
    for (const y of [scale.y(5), scale.y(700)]) {
      expect(y).toBeGreaterThanOrEqual(12)
      expect(y).toBeLessThanOrEqual(228)
    }
  })

  it('lays equal ratios out as equal lengths', () => {
    const { y } = scaleOf(25, 400, 'ratio')
    expect(y(25) - y(50)).toBeCloseTo(y(50) - y(100), 9)
    expect(y(100) - y(200)).toBeCloseTo(y(200) - y(400), 9)
  })

  it('numbers a wide axis of ratios at 1, 2 and 5, a narrow one evenly', () => {
    expect(scaleOf(9, 520, 'ratio').ticks.map(({ value }) => value)).toEqual([10, 20, 50, 100, 200, 500])
    expect(scaleOf(90, 120, 'ratio').ticks.length).toBeGreaterThan(2)
  })

  it('numbers turns at quarters and wholes, wholes as turns', () => {
    expect(scaleOf(0, 360, 'turn').ticks.map(({ label }) => label)).toEqual([
      '0°',
      '90°',
      '180°',
      '270°',
      '1↻',
    ])
    expect(scaleOf(-720, 1440, 'turn').ticks.map(({ label }) => label)).toEqual([
      '−2↻',
      '−1↻',
      '0°',
      '1↻',
      '2↻',
      '3↻',
      '4↻',
    ])
  })

  it.each(['even', 'ratio', 'turn'] as const)('makes room round a single value: %s', (kind) => {
    const { low, high } = scaleOf(40, 40, kind)
    expect(low).toBeLessThan(40)
    expect(high).toBeGreaterThan(40)
  })
})
