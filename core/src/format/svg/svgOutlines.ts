import svgpath from 'svgpath'
import type { Outline, Vertex } from '../../property/index.ts'
import type { Vec2 } from '../../route/index.ts'

/** A vertex while its handles are still points. */
interface Corner {
  readonly at: Vec2
  arrive: Vec2
  leave: Vec2
}

/** Points nearer than this, in px, count as one. */
const SAME = 1e-6
const near = (a: Vec2, b: Vec2): boolean => Math.hypot(a[0] - b[0], a[1] - b[1]) < SAME

/**
 * The matrix of a transform attribute: a, b, c, d, e, f as in CSS matrix(); the identity for one that cannot be read.
 * Source: W3C, SVG 2, section 8.5 (transform), read by svgpath.
 */
export function readTransform(text: string | undefined): readonly number[] {
  if (!text) return [1, 0, 0, 1, 0, 0]
  // Where the transform takes the origin and the ends of both axes says all of it.
  const points: Vec2[] = []
  svgpath('M0 0L1 0L0 1')
    .transform(text)
    .abs()
    .iterate((segment) => {
      points.push(segment.slice(1) as unknown as Vec2)
    })
  const [[e, f], [ax, ay], [cx, cy]] = points as [Vec2, Vec2, Vec2]
  return [ax - e, ay - f, cx - e, cy - f, e, f]
}

/** Source: W3C, CSS Transforms 1, section 12; `inner` is applied first. */
export function multiply(outer: readonly number[], inner: readonly number[]): readonly number[] {
  const [a, b, c, d, e, f] = outer as [number, number, number, number, number, number]
  const [g, h, i, j, k, l] = inner as [number, number, number, number, number, number]
  return [a * g + c * h, b * g + d * h, a * i + c * j, b * i + d * j, a * k + c * l + e, b * k + d * l + f]
}

/**
 * Path data as outlines, one a subpath; arcs become cubics (a quarter at most each).
 * @param matrix from the file's coordinates to those wanted
 * Source: W3C, SVG 2, section 9.3, read by svgpath; a path that breaks off is drawn up to there, as that says.
 */
export function pathOutlines(data: string, matrix: readonly number[]): Outline[] {
  const outlines: Outline[] = []
  let corners: Corner[] = []
  let start: Vec2 = [0, 0]
  const flush = (closed: boolean): void => {
    if (corners.length > 1) outlines.push(outlineOf(corners, closed))
    corners = []
  }
  const begin = (at: Vec2): void => {
    corners = [{ at, arrive: at, leave: at }]
  }
  const goOn = (leave: Vec2, arrive: Vec2, to: Vec2): void => {
    if (corners.length === 0) begin(start)
    corners[corners.length - 1]!.leave = leave
    corners.push({ at: to, arrive, leave: to })
  }
  svgpath(data)
    .abs()
    .unshort()
    .unarc()
    .matrix([...matrix])
    .iterate((segment, _index, x, y) => {
      const from: Vec2 = [x, y]
      const numbers = segment.slice(1) as number[]
      const point = (i: number): Vec2 => [numbers[i]!, numbers[i + 1]!]
      switch (segment[0]) {
        case 'M':
          flush(false)
          start = point(0)
          begin(start)
          break
        case 'L':
          goOn(from, point(0), point(0))
          break
        case 'H':
          goOn(from, [numbers[0]!, y], [numbers[0]!, y])
          break
        case 'V':
          goOn(from, [x, numbers[0]!], [x, numbers[0]!])
          break
        case 'C':
          goOn(point(0), point(2), point(4))
          break
        case 'Q': {
          const [control, to] = [point(0), point(2)]
          const third = (end: Vec2): Vec2 => [
            end[0] + (2 / 3) * (control[0] - end[0]),
            end[1] + (2 / 3) * (control[1] - end[1]),
          ]
          goOn(third(from), third(to), to)
          break
        }
        case 'Z':
        case 'z':
          flush(true)
      }
    })
  flush(false)
  return outlines
}

function outlineOf(corners: readonly Corner[], closed: boolean): Outline {
  const [first, last] = [corners[0]!, corners[corners.length - 1]!]
  const joined = closed && corners.length > 2 && near(first.at, last.at)
  const list = joined ? [{ ...first, arrive: last.arrive }, ...corners.slice(1, -1)] : corners
  return { closed, vertices: list.map(vertexOf) }
}

function vertexOf({ at, arrive, leave }: Corner): Vertex {
  return { at, arrive: armOf(at, arrive), leave: armOf(at, leave), corner: 0 }
}

function armOf(at: Vec2, end: Vec2): Vertex['arrive'] {
  if (near(at, end)) return { angle: 0, length: 0 }
  const [x, y] = [end[0] - at[0], end[1] - at[1]]
  return { angle: (Math.atan2(y, x) * 180) / Math.PI, length: Math.hypot(x, y) }
}

const NO_ARM = { angle: 0, length: 0 } as const

/**
 * Several outlines as one that fills the same area: each is walked round whole, with straight ways there and back that
 * enclose nothing. Only its fill is meant to be drawn, by the nonzero rule.
 * Source: own; winding numbers do not change by a way walked once each way.
 */
export function bridgeOutlines(outlines: readonly Outline[]): Outline {
  const [base, ...others] = outlines.map(({ vertices }) => vertices)
  const home = base![0]!
  const round = (vertices: readonly Vertex[]): Vertex[] => {
    const first = vertices[0]!
    return [{ ...first, arrive: NO_ARM }, ...vertices.slice(1), { ...first, leave: NO_ARM }]
  }
  const back: Vertex = { ...home, arrive: NO_ARM, leave: NO_ARM }
  return {
    closed: true,
    vertices: [...round(base!), ...others.flatMap((vertices) => [...round(vertices), back])],
  }
}

/** An outline moved so that a point becomes its origin. */
export function moveOutline({ closed, vertices }: Outline, [x, y]: Vec2): Outline {
  return {
    closed,
    vertices: vertices.map((vertex) => ({ ...vertex, at: [vertex.at[0] - x, vertex.at[1] - y] })),
  }
}
