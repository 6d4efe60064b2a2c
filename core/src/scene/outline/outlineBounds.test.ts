import { svgPathProperties } from 'svg-path-properties'
import { describe, expect, it } from 'vitest'
import type { Vertex } from '../../property/index.ts'
import { outlineBounds, outlinePathData } from '../index.ts'

const vertex = (x: number, y: number, leave: [number, number] = [0, 0], arrive = leave): Vertex => ({
  at: [x, y],
  leave: { angle: leave[0], length: leave[1] },
  arrive: { angle: arrive[0], length: arrive[1] },
  corner: 0,
})

describe('outlineBounds', () => {
  it('is the box of the points where all edges are straight', () => {
    const vertices = [vertex(3, 4), vertex(10, -2), vertex(-5, 8)]
    expect(outlineBounds({ closed: true, vertices })).toEqual({ x: -5, y: -2, width: 15, height: 10 })
  })

  it('is a point for one vertex alone', () => {
    expect(outlineBounds({ closed: false, vertices: [vertex(3, 4)] })).toEqual({
      x: 3,
      y: 4,
      width: 0,
      height: 0,
    })
  })

  it('reaches a circle of four cubics as far as its radius, not its handles', () => {
    // Handles of 4/3·(√2 − 1) radii (textbook).
    const arm = (400 / 3) * (Math.SQRT2 - 1)
    const vertices = [0, 90, 180, 270].map((degrees) => {
      const radians = (degrees * Math.PI) / 180
      return vertex(
        100 * Math.cos(radians),
        100 * Math.sin(radians),
        [degrees + 90, arm],
        [degrees - 90, arm],
      )
    })
    const { x, y, width, height } = outlineBounds({ closed: true, vertices })
    for (const side of [x, y]) expect(side).toBeCloseTo(-100, 9)
    for (const side of [width, height]) expect(side).toBeCloseTo(200, 9)
  })

  it('holds every point of a curve and touches its outermost ones (svg-path-properties)', () => {
    const vertices = [
      vertex(0, 0, [-70, 160]),
      vertex(120, 40, [200, 90], [110, 140]),
      vertex(60, 90, [0, 30]),
    ]
    const outline = { closed: true, vertices }
    const path = new svgPathProperties(outlinePathData(outline))
    const points = Array.from({ length: 4001 }, (_, i) =>
      path.getPointAtLength((i / 4000) * path.getTotalLength()),
    )
    const box = outlineBounds(outline)
    expect(Math.min(...points.map(({ x }) => x))).toBeCloseTo(box.x, 1)
    expect(Math.max(...points.map(({ x }) => x))).toBeCloseTo(box.x + box.width, 1)
    expect(Math.min(...points.map(({ y }) => y))).toBeCloseTo(box.y, 1)
    expect(Math.max(...points.map(({ y }) => y))).toBeCloseTo(box.y + box.height, 1)
  })
})
