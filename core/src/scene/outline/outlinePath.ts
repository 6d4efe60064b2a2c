import type { Outline, Vertex } from '../../property/index.ts'
import { splitCubic, type Cubic, type Vec2 } from '../../route/index.ts'
import { roundCorner, type OutlineEdge, type RoundedCorner } from './roundCorner.ts'

/** Where an arm ends, from its vertex. */
export function armOffset({ angle, length }: Vertex['leave']): Vec2 {
  const radians = (angle * Math.PI) / 180
  return [length * Math.cos(radians), length * Math.sin(radians)]
}

const armEnd = ({ at }: Vertex, arm: Vertex['leave']): Vec2 => {
  if (arm.length === 0) return at
  const [dx, dy] = armOffset(arm)
  return [at[0] + dx, at[1] + dy]
}

/** The edges of an outline as cubics, corners not rounded; the last closes it when it is closed. */
export function outlineCubics({ closed, vertices }: Outline): Cubic[] {
  const count = closed ? vertices.length : vertices.length - 1
  return Array.from({ length: Math.max(0, count) }, (_, i) => {
    const from = vertices[i]!
    const to = vertices[(i + 1) % vertices.length]!
    return { from: from.at, leave: armEnd(from, from.leave), arrive: armEnd(to, to.arrive), to: to.at }
  })
}

function edgesOf(outline: Outline): OutlineEdge[] {
  return outlineCubics(outline).map((cubic) => ({
    cubic,
    straight: cubic.leave === cubic.from && cubic.arrive === cubic.to,
  }))
}

/** A piece of an outline as it is drawn. */
export type OutlineSegment =
  | { readonly kind: 'line'; readonly from: Vec2; readonly to: Vec2 }
  | { readonly kind: 'cubic'; readonly cubic: Cubic }
  | { readonly kind: 'arc'; readonly corner: RoundedCorner }

/** An outline as it is drawn, piece after piece: edges, cut short where a corner is rounded, and the arcs between. */
export function outlineSegments(outline: Outline): OutlineSegment[] {
  const edges = edgesOf(outline)
  const corners = roundedCorners(outline, edges)
  const count = outline.vertices.length
  return edges.flatMap((edge, i): OutlineSegment[] => {
    const [start, end] = [corners[i], corners[(i + 1) % count]]
    const piece = cutEdge(edge, start?.after ?? 0, end?.before ?? 1)
    return [...(piece ? [piece] : []), ...(end ? [{ kind: 'arc' as const, corner: end }] : [])]
  })
}

/** The rounded corner of each vertex; null for sharp ones. Where both ends of an edge are rounded, each may take half. */
function roundedCorners(
  { closed, vertices }: Outline,
  edges: readonly OutlineEdge[],
): (RoundedCorner | null)[] {
  const last = vertices.length - 1
  const inner = (i: number): boolean => closed || (i > 0 && i < last)
  const wants = vertices.map(({ corner }, i) => inner(i) && corner > 0)
  return vertices.map(({ corner }, i) => {
    if (!wants[i]) return null
    const before = edges[(i + edges.length - 1) % edges.length]!
    const [back, on] = [(i + last) % vertices.length, (i + 1) % vertices.length]
    return roundCorner(before, edges[i]!, corner, [wants[back] ? 0.5 : 1, wants[on] ? 0.5 : 1])
  })
}

/** The part of an edge between two shares of it; null when nothing is left. */
function cutEdge({ cubic, straight }: OutlineEdge, start: number, end: number): OutlineSegment | null {
  if (!(end - start > 1e-9)) return null
  if (straight) {
    const point = (share: number, at: Vec2, own: number): Vec2 => {
      if (share === own) return at
      const { from, to } = cubic
      return [from[0] + share * (to[0] - from[0]), from[1] + share * (to[1] - from[1])]
    }
    return { kind: 'line', from: point(start, cubic.from, 0), to: point(end, cubic.to, 1) }
  }
  const upTo = end < 1 ? splitCubic(cubic, end)[0] : cubic
  return { kind: 'cubic', cubic: start > 0 ? splitCubic(upTo, start / end)[1] : upTo }
}

/** Where a piece begins. */
function startOf(segment: OutlineSegment): Vec2 {
  if (segment.kind === 'arc') return segment.corner.from
  return segment.kind === 'line' ? segment.from : segment.cubic.from
}

/** An outline as SVG path data; rounded corners are true arcs. Source: W3C, SVG 2, section 9.3 (M, L, C, A, Z). */
export function outlinePathData(outline: Outline): string {
  const segments = outlineSegments(outline)
  if (segments.length === 0) return ''
  const pieces = segments.map((segment) => {
    if (segment.kind === 'line') return `L${segment.to.join(' ')}`
    if (segment.kind === 'arc') {
      const { radius, clockwise, to } = segment.corner
      return `A${radius} ${radius} 0 0 ${clockwise ? 1 : 0} ${to.join(' ')}`
    }
    const { leave, arrive, to } = segment.cubic
    return `C${leave.join(' ')} ${arrive.join(' ')} ${to.join(' ')}`
  })
  return `M${startOf(segments[0]!).join(' ')}${pieces.join('')}${outline.closed ? 'Z' : ''}`
}

/**
 * An outline as drawn, all in cubics: always as many for as many vertices (one an edge, two a corner that is ever
 * rounded), so that shapes can be mixed point by point.
 * @param rounded tells which vertices' corners are ever rounded
 * Source: arcs as cubics with handles of 4/3·tan(angle/4) radii, off by less than 0.03 % of the radius (textbook).
 */
export function outlineAsCubics(outline: Outline, rounded: (vertex: number) => boolean): Cubic[] {
  const edges = edgesOf(outline)
  const corners = roundedCorners(outline, edges)
  const count = outline.vertices.length
  return edges.flatMap((edge, i): Cubic[] => {
    const next = (i + 1) % count
    const [start, end] = [corners[i], corners[next]]
    const piece = cutEdge(edge, start?.after ?? 0, end?.before ?? 1)
    const at = end?.from ?? edge.cubic.to
    const point: Cubic = { from: at, leave: at, arrive: at, to: at }
    const run = !piece
      ? { from: start?.to ?? at, leave: at, arrive: at, to: at }
      : piece.kind === 'line'
        ? lineCubic(piece.from, piece.to)
        : (piece as Extract<OutlineSegment, { kind: 'cubic' }>).cubic
    const turns = rounded(next) && (outline.closed || next > 0)
    return [run, ...(turns ? (end ? arcCubics(end) : [point, point]) : [])]
  })
}

function lineCubic(from: Vec2, to: Vec2): Cubic {
  const along = (share: number): Vec2 => [
    from[0] + share * (to[0] - from[0]),
    from[1] + share * (to[1] - from[1]),
  ]
  return { from, leave: along(1 / 3), arrive: along(2 / 3), to }
}

/** An arc of less than half a turn as two cubics. */
function arcCubics({ from, to, centre, radius, clockwise }: RoundedCorner): [Cubic, Cubic] {
  const angle = ([x, y]: Vec2): number => Math.atan2(y - centre[1], x - centre[0])
  const sign = clockwise ? 1 : -1
  const whole = ((sign * (angle(to) - angle(from))) % (2 * Math.PI)) + 2 * Math.PI
  const turn = (sign * (whole % (2 * Math.PI))) / 2
  const arm = (4 / 3) * Math.tan(turn / 4) * radius
  const piece = (start: number, first: Vec2, last: Vec2): Cubic => {
    const [a, b] = [start, start + turn]
    return {
      from: first,
      leave: [first[0] - arm * Math.sin(a), first[1] + arm * Math.cos(a)],
      arrive: [last[0] + arm * Math.sin(b), last[1] - arm * Math.cos(b)],
      to: last,
    }
  }
  const start = angle(from)
  const middle: Vec2 = [
    centre[0] + radius * Math.cos(start + turn),
    centre[1] + radius * Math.sin(start + turn),
  ]
  return [piece(start, from, middle), piece(start + turn, middle, to)]
}
