import fc from 'fast-check'
import { svgPathProperties } from 'svg-path-properties'
import { describe, expect, it } from 'vitest'
import type { Outline, Vertex } from '../../property/index.ts'
import { cubicTangent, type Vec2 } from '../../route/index.ts'
import { outlineAsCubics, outlinePathData, outlineSegments, roundCorner, type OutlineEdge } from '../index.ts'
import { pointOn } from './roundCorner.ts'

const vertex = (x: number, y: number, corner = 0): Vertex => ({
  at: [x, y],
  arrive: { angle: 0, length: 0 },
  leave: { angle: 0, length: 0 },
  corner,
})
const line = (from: Vec2, to: Vec2): OutlineEdge => ({
  cubic: { from, leave: from, arrive: to, to },
  straight: true,
})
const coordinate = fc.integer({ min: -400, max: 400 })
const point = fc.tuple(coordinate, coordinate)

/** How far the radius to a touching point is from standing square on the edge there: the cosine between them. */
function lean({ cubic, straight }: OutlineEdge, share: number, centre: Vec2): number {
  const { from, to } = cubic
  const [dx, dy] = straight ? [to[0] - from[0], to[1] - from[1]] : cubicTangent(cubic, share)
  const [x, y] = pointOn({ cubic, straight }, share)
  const [rx, ry] = [centre[0] - x, centre[1] - y]
  return (dx * rx + dy * ry) / (Math.hypot(dx, dy) * Math.hypot(rx, ry))
}

describe('roundCorner', () => {
  it('touches both edges at right angles, on a circle of the radius asked for or the largest that fits', () => {
    fc.assert(
      fc.property(
        point,
        point,
        point,
        point,
        point,
        fc.boolean(),
        fc.integer({ min: 1, max: 120 }),
        (a, b, c, d, e, curved, radius) => {
          const edges: [OutlineEdge, OutlineEdge] = curved
            ? [
                {
                  cubic: { from: a, leave: d, arrive: [(a[0] + 2 * b[0]) / 3, (a[1] + 2 * b[1]) / 3], to: b },
                  straight: false,
                },
                {
                  cubic: { from: b, leave: [(c[0] + 2 * b[0]) / 3, (c[1] + 2 * b[1]) / 3], arrive: e, to: c },
                  straight: false,
                },
              ]
            : [line(a, b), line(b, c)]
          const rounded = roundCorner(...edges, radius, [1, 1])
          if (!rounded) return
          expect(rounded.radius).toBeLessThanOrEqual(radius)
          expect(
            Math.hypot(rounded.from[0] - rounded.centre[0], rounded.from[1] - rounded.centre[1]),
          ).toBeCloseTo(rounded.radius, 6)
          expect(
            Math.hypot(rounded.to[0] - rounded.centre[0], rounded.to[1] - rounded.centre[1]),
          ).toBeCloseTo(rounded.radius, 6)
          expect(Math.abs(lean(edges[0], rounded.before, rounded.centre))).toBeLessThan(1e-4)
          expect(Math.abs(lean(edges[1], rounded.after, rounded.centre))).toBeLessThan(1e-4)
        },
      ),
      { numRuns: 500, seed: 131 },
    )
  })

  it('has the tangent length of elementary geometry on straight edges, and shrinks where there is no room', () => {
    // A right angle is cut back by its radius; 60 degrees by radius times the cotangent of 30. Source: elementary geometry.
    const square = roundCorner(line([0, 0], [100, 0]), line([100, 0], [100, 100]), 30, [1, 1])!
    expect(square.from).toEqual([70, 0])
    expect([square.to[0], square.to[1], square.clockwise]).toEqual([100, 30, true])
    const sharp = roundCorner(line([0, 0], [100, 0]), line([100, 0], [50, 50 * Math.sqrt(3)]), 20, [1, 1])!
    expect(sharp.from[0]).toBeCloseTo(100 - 20 / Math.tan(Math.PI / 6), 9)
    expect(roundCorner(line([0, 0], [100, 0]), line([100, 0], [100, 100]), 80, [0.5, 1])!.radius).toBeCloseTo(
      50,
      9,
    )
  })

  it('leaves edges alone that go on in line, fold back or have no length', () => {
    expect(roundCorner(line([0, 0], [10, 0]), line([10, 0], [20, 0]), 5, [1, 1])).toBeNull()
    expect(roundCorner(line([0, 0], [10, 0]), line([10, 0], [0, 0]), 5, [1, 1])).toBeNull()
    expect(roundCorner(line([10, 0], [10, 0]), line([10, 0], [0, 9]), 5, [1, 1])).toBeNull()
  })
})

describe('outlinePathData with rounded corners', () => {
  const square = (corner: number): Outline => ({
    closed: true,
    vertices: [
      vertex(0, 0, corner),
      vertex(100, 0, corner),
      vertex(100, 100, corner),
      vertex(0, 100, corner),
    ],
  })

  it('draws true arcs: a square rounded by half its side is a circle', () => {
    const tidy = outlinePathData(square(10)).replace(/[\d.]+/g, (number) =>
      String(Number(Number(number).toFixed(9))),
    )
    expect(tidy).toBe(
      'M10 0L90 0A10 10 0 0 1 100 10L100 90A10 10 0 0 1 90 100L10 100A10 10 0 0 1 0 90L0 10A10 10 0 0 1 10 0Z',
    )
    // Lengths by svg-path-properties, an independent reader of path data.
    expect(new svgPathProperties(outlinePathData(square(50))).getTotalLength()).toBeCloseTo(100 * Math.PI, 3)
    expect(new svgPathProperties(outlinePathData(square(20))).getTotalLength()).toBeCloseTo(
      4 * 60 + 40 * Math.PI,
      3,
    )
  })

  it('leaves the ends of an open outline sharp', () => {
    const open = { closed: false, vertices: [vertex(0, 0, 9), vertex(50, 0, 9), vertex(50, 50, 9)] }
    expect(outlineSegments(open).map(({ kind }) => kind)).toEqual(['line', 'arc', 'line'])
  })

  it('has as many cubics however large the corners are, within 0.03 % of the radius of the arcs', () => {
    const counts = [0, 1, 20, 50, 400].map((corner) => outlineAsCubics(square(corner), () => true).length)
    expect(new Set(counts)).toEqual(new Set([12]))
    for (const { from, leave, arrive, to } of outlineAsCubics(square(50), () => true)) {
      for (let i = 0; i <= 8; i += 1) {
        const s = i / 8
        const at = (k: 0 | 1): number =>
          (1 - s) ** 3 * from[k] +
          3 * (1 - s) ** 2 * s * leave[k] +
          3 * (1 - s) * s * s * arrive[k] +
          s ** 3 * to[k]
        const distance = Math.hypot(at(0) - 50, at(1) - 50)
        if (from !== to && Math.hypot(from[0] - to[0], from[1] - to[1]) > 0)
          expect(Math.abs(distance - 50)).toBeLessThan(0.015)
      }
    }
  })
})
