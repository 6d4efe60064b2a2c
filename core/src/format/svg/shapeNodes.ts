import type { Outline } from '../../property/index.ts'
import { artGroup, LIMITS, outlineBounds, type ArtNode, type ArtPath } from '../../scene/index.ts'
import { evenOddAsNonzero } from './evenOdd.ts'
import { bridgeOutlines, moveOutline } from './svgOutlines.ts'
import type { SvgPaint } from './svgPaint.ts'

/** Strokes of one path that become layers of their own; beyond that it is a picture. */
const MOST_STROKES = 40
const NOTHING = '#00000000'

/**
 * A shape's outlines as paths, bottom first: one where one will do; where several are stroked, a group of the filled
 * area and each line. Null where only a picture shows it as it is.
 */
export function shapeNodes(
  given: readonly Outline[],
  {
    paint,
    matrix: [a, b, c, d],
    look,
  }: {
    readonly paint: SvgPaint
    readonly matrix: readonly number[]
    readonly look: Pick<ArtPath, 'name' | 'opacity' | 'visible'>
  },
): ArtNode[] | null {
  if (given.length === 0) return []
  const { fill, filled, stroke, strokeWidth, line, evenOdd } = paint
  const outlines = filled && evenOdd ? evenOddAsNonzero(given) : given
  if (!outlines) return null
  const many = outlines.length > 1
  if (strokeWidth > 0 && !isSimilar([a!, b!, c!, d!])) return null
  if (many && strokeWidth > 0 && outlines.length > MOST_STROKES) return null
  const scale = Math.sqrt(Math.abs(a! * d! - b! * c!))
  const [dash, gap, offset] = line.dash
  const pathOf = (outline: Outline, more: Partial<ArtPath>): ArtPath => {
    const { x, y, width: wide, height } = outlineBounds(outline)
    const middle = [x + wide / 2, y + height / 2] as const
    return {
      kind: 'path',
      ...look,
      position: middle,
      outline: moveOutline(outline, middle),
      fill,
      stroke: strokeWidth > 0 ? stroke : '#1f2b33',
      strokeWidth: strokeWidth * scale,
      line: { ...line, dash: [dash * scale, gap * scale, offset * scale] },
      ...more,
    }
  }
  const area = many ? bridgeOutlines(outlines) : outlines[0]!
  if (area.vertices.length > LIMITS.verticesOfOutline) return null
  if (!many) return [pathOf(area, {})]
  if (strokeWidth === 0) return [pathOf(area, {})]
  const plain = { opacity: 100, visible: true }
  const lines = outlines.map((outline) => pathOf(outline, { ...plain, name: 'Line', fill: NOTHING }))
  const whole = filled ? [pathOf(area, { ...plain, name: 'Area', strokeWidth: 0 })] : []
  return [artGroup([...lines.reverse(), ...whole], look)]
}

/** Whether a map keeps shapes: lengths change alike in all directions. */
export function isSimilar(matrix: readonly number[]): boolean {
  const [a, b, c, d] = matrix as readonly [number, number, number, number]
  const size = Math.max(a * a + b * b, c * c + d * d)
  return Math.abs(a * a + b * b - c * c - d * d) <= 1e-6 * size && Math.abs(a * c + b * d) <= 1e-6 * size
}
