import type { Outline } from '../../property/index.ts'
import type { Vec2 } from '../../route/index.ts'
import { cubicPoint } from '../../route/index.ts'
import { outlineAsCubics, outlinesCross } from '../../scene/index.ts'

/** Points of each edge by which the area of an outline is judged. */
const LOOKS = 8

/**
 * Outlines that fill by the nonzero rule what the given ones fill by the even-odd rule: each that lies in an odd number of others runs
 * the other way round. Null where outlines cross, which that cannot say.
 * Source: W3C, SVG 2, 13.4 (fill-rule); winding numbers of nested curves (textbook).
 */
export function evenOddAsNonzero(outlines: readonly Outline[]): readonly Outline[] | null {
  if (outlinesCross(outlines)) return null
  const polygons = outlines.map(polygonOf)
  return outlines.map((outline, i) => {
    const [first] = polygons[i]!
    if (!first) return outline
    const depth = polygons.filter((polygon, n) => n !== i && contains(polygon, first)).length
    return areaOf(polygons[i]!) > 0 === (depth % 2 === 0) ? outline : reversed(outline)
  })
}

function polygonOf(outline: Outline): Vec2[] {
  return outlineAsCubics(outline, () => false).flatMap((cubic) =>
    Array.from({ length: LOOKS }, (_, k) => cubicPoint(cubic, k / LOOKS)),
  )
}

/** Twice its area, above 0 where it runs clockwise on a page. */
const areaOf = (polygon: readonly Vec2[]): number =>
  polygon.reduce((sum, [x, y], i) => {
    const [nextX, nextY] = polygon[(i + 1) % polygon.length]!
    return sum + x * nextY - y * nextX
  }, 0)

/** Source: the usual test by a ray to the side (textbook). */
function contains(polygon: readonly Vec2[], [x, y]: Vec2): boolean {
  return polygon.reduce((inside, [ax, ay], i) => {
    const [bx, by] = polygon[(i + 1) % polygon.length]!
    const isCrossed = ay > y !== by > y && x < ax + ((y - ay) / (by - ay)) * (bx - ax)
    return isCrossed ? !inside : inside
  }, false)
}

const reversed = ({ closed, vertices }: Outline): Outline => ({
  closed,
  vertices: [...vertices]
    .reverse()
    .map(({ arrive, leave, ...vertex }) => ({ ...vertex, arrive: leave, leave: arrive })),
})
