import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Outline } from '../../property/index.ts'
import type { Vec2 } from '../../route/index.ts'
import { crossesItself } from '../index.ts'

const polygon = (points: readonly Vec2[], closed = true): Outline => ({
  closed,
  vertices: points.map((at) => ({
    at,
    arrive: { angle: 0, length: 0 },
    leave: { angle: 0, length: 0 },
    corner: 0,
  })),
})

describe('an outline that crosses itself', () => {
  it('is a bow tie, not a square, not a line that turns back beside itself', () => {
    expect(
      crossesItself(
        polygon([
          [0, 0],
          [10, 10],
          [10, 0],
          [0, 10],
        ]),
      ),
    ).toBe(true)
    expect(
      crossesItself(
        polygon([
          [0, 0],
          [10, 0],
          [10, 10],
          [0, 10],
        ]),
      ),
    ).toBe(false)
    expect(
      crossesItself(
        polygon(
          [
            [0, 0],
            [10, 0],
            [10, 5],
            [0, 5],
            [0, 3],
            [8, 3],
          ],
          false,
        ),
      ),
    ).toBe(false)
    expect(
      crossesItself(
        polygon(
          [
            [0, 0],
            [10, 0],
            [5, 5],
            [5, -5],
          ],
          false,
        ),
      ),
    ).toBe(true)
  })

  it('is one whose curve loops, though its vertices do not', () => {
    const loop: Outline = {
      closed: false,
      vertices: [
        { at: [0, 0], arrive: { angle: 0, length: 0 }, leave: { angle: 30, length: 300 }, corner: 0 },
        { at: [100, 0], arrive: { angle: 150, length: 300 }, leave: { angle: 0, length: 0 }, corner: 0 },
      ],
    }
    expect(crossesItself(loop)).toBe(true)
  })

  it('is none with vertices on one spot, or too few to cross', () => {
    expect(
      crossesItself(
        polygon([
          [0, 0],
          [0, 0],
          [10, 0],
          [10, 10],
          [10, 10],
        ]),
      ),
    ).toBe(false)
    expect(
      crossesItself(
        polygon([
          [0, 0],
          [10, 0],
        ]),
      ),
    ).toBe(false)
    expect(crossesItself(polygon([]))).toBe(false)
  })

  it('is found as trying every pair of edges finds it', () => {
    const place = fc.tuple(fc.integer({ min: 0, max: 60 }), fc.integer({ min: 0, max: 60 }))
    const every = (points: readonly Vec2[]): boolean => {
      const side = ([ax, ay]: Vec2, [bx, by]: Vec2, [cx, cy]: Vec2) =>
        (bx - ax) * (cy - ay) - (by - ay) * (cx - ax)
      const edges = points.map((from, i) => [from, points[(i + 1) % points.length]!] as const)
      return edges.some(([a, b], i) =>
        edges.some(([c, d], k) => {
          const isNext = Math.abs(i - k) <= 1 || Math.abs(i - k) === points.length - 1
          return !isNext && side(a, b, c) * side(a, b, d) < 0 && side(c, d, a) * side(c, d, b) < 0
        }),
      )
    }
    fc.assert(
      fc.property(fc.uniqueArray(place, { minLength: 3, maxLength: 12, selector: String }), (points) => {
        expect(crossesItself(polygon(points))).toBe(every(points))
      }),
      { numRuns: 400 },
    )
  })
})
