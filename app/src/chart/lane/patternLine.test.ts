import { describe, expect, it } from 'vitest'
import { compileProperty, type Pattern, type Property } from '@arrow-bend/core/property'
import { asTicks, TICKS_PER_SECOND } from '@arrow-bend/core/time'
import { patternLine } from './patternLine.ts'

const at = (seconds: number) => asTicks(seconds * TICKS_PER_SECOND)
const wave = (given: Partial<Pattern> = {}): Pattern => ({
  id: 'p',
  kind: 'zigzag',
  from: at(1),
  to: at(3),
  low: -5,
  high: 5,
  frequency: 1,
  phase: 0,
  ...given,
})
const of = (patterns: readonly Pattern[]): Property => ({ kind: 'turn', value: 40, keys: [], patterns })
const scale = { xOf: (time: number) => (100 * time) / TICKS_PER_SECOND, width: 1000 }
const pointsOf = (line: string): [x: number, y: number][] =>
  line
    .split(/[ML]/)
    .filter(Boolean)
    .map((point) => point.split(' ').map(Number) as [number, number])

describe('the line of live patterns in a lane', () => {
  it('lies over their stretch, goes up where the value grows, and shows how far they are from the keys', () => {
    const points = pointsOf(patternLine(compileProperty(of([wave()]), []), scale))
    const [first, last] = [points[0]!, points.at(-1)!]
    expect([first[0], last[0]]).toEqual([100, expect.closeTo(300, 0)])
    const yAt = (x: number): number => {
      const next = Math.max(
        1,
        points.findIndex(([px]) => px >= x),
      )
      const [[xa, ya], [xb, yb]] = [points[next - 1]!, points[next]!]
      return ya + ((yb - ya) * (x - xa)) / (xb - xa)
    }
    // Low at the start of a swing, high in its middle: 9 px below the lane’s middle and above it.
    expect([yAt(100), yAt(125), yAt(150), yAt(200)].map((y) => Math.round(y * 10) / 10)).toEqual([
      22, 13, 4, 22,
    ])
    // Straight pieces are written as such.
    expect(points.length).toBeLessThan(12)
  })

  it('is one for stretches that touch, and none where all are switched off', () => {
    const two = [wave(), wave({ id: 'q', from: at(3), to: at(4) }), wave({ id: 'r', from: at(6), to: at(7) })]
    expect(patternLine(compileProperty(of(two), []), scale).match(/M/g)).toHaveLength(2)
    expect(patternLine(compileProperty(of([wave({ off: true })]), []), scale)).toBe('')
  })

  it('is looked at less closely while the view moves, and not at all outside it', () => {
    const compiled = compileProperty(of([wave({ kind: 'sine', frequency: 20 })]), [])
    const count = (coarse: boolean): number => pointsOf(patternLine(compiled, { ...scale, coarse })).length
    expect(count(false)).toBeGreaterThan(3 * count(true))
    expect(patternLine(compiled, { ...scale, xOf: (time) => scale.xOf(time) + 2000 })).toBe('')
  })
})
