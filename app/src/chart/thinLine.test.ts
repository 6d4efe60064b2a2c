import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { thinLine } from './thinLine.ts'

type Point = readonly [x: number, y: number]

const thinned = (points: readonly Point[]): Point[] => {
  const line = thinLine()
  for (const [x, y] of points) line.take(x, y)
  return line
    .text()
    .split('L')
    .map((pair) => pair.split(' ').map(Number) as [number, number])
}

/** How high a line stands at x; where it is upright there, all heights it passes. */
const heightsAt = (line: readonly Point[], x: number): readonly [number, number] => {
  let [low, high] = [Infinity, -Infinity]
  for (let i = 1; i < line.length; i += 1) {
    const [[x0, y0], [x1, y1]] = [line[i - 1]!, line[i]!]
    // What is written has two digits.
    if (x < x0 - 0.006 || x > x1 + 0.006) continue
    const ends = x1 - x0 < 0.02 ? [y0, y1] : [y0 + ((x - x0) / (x1 - x0)) * (y1 - y0)]
    low = Math.min(low, ...ends)
    high = Math.max(high, ...ends)
  }
  return [low, high]
}

describe('thinLine', () => {
  it('keeps the first and the last point, and only these of a straight line', () => {
    const straight = Array.from({ length: 200 }, (_, i): Point => [i / 2, 20 - i / 8])
    expect(thinned(straight)).toEqual([
      [0, 20],
      [99.5, -4.88],
    ])
    expect(thinned([[3, 4]])).toEqual([[3, 4]])
  })

  it('keeps corners and upright jumps', () => {
    const corner: Point[] = [
      [0, 0],
      [5, 0],
      [10, 0],
      [10, 7],
      [15, 7],
      [20, 12],
    ]
    expect(thinned(corner)).toEqual([
      [0, 0],
      [10, 0],
      [10, 7],
      [15, 7],
      [20, 12],
    ])
  })

  it('passes every point it leaves out within a twentieth of a px', () => {
    const steps = fc.array(
      fc.tuple(fc.double({ min: 0.3, max: 4, noNaN: true }), fc.integer({ min: -9, max: 9 })),
      {
        minLength: 2,
        maxLength: 80,
      },
    )
    fc.assert(
      fc.property(steps, fc.boolean(), (list, smooth) => {
        let [x, y, slope] = [0, 0, 0]
        const points = list.map(([across, up]): Point => {
          slope = smooth ? slope + up / 100 : up / 3
          x += across
          y += slope * across
          return [x, y]
        })
        const line = thinned(points)
        expect(line.length).toBeLessThanOrEqual(points.length)
        for (const [px, py] of points) {
          const [low, high] = heightsAt(line, px)
          // Rounding to two digits moves a line by 0.005 px, and more up and down where it is steep.
          const rounding = 0.012 * (1 + Math.abs(slope) + 9)
          expect(low).toBeLessThanOrEqual(py + 0.05 + rounding)
          expect(high).toBeGreaterThanOrEqual(py - 0.05 - rounding)
        }
      }),
    )
  })

  it('leaves a fifth or less of a smooth curve sampled every half px', () => {
    const curve = Array.from({ length: 400 }, (_, i): Point => [i / 2, 10 * Math.sin(i / 60)])
    expect(thinned(curve).length).toBeLessThan(curve.length / 5)
  })
})
