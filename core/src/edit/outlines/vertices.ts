import type { Outline, Vertex } from '../../property/index.ts'
import type { Vec2 } from '../../route/index.ts'
import { armOffset } from '../../scene/index.ts'

/** A vertex's side: the edge that comes to it, or the one that goes on from it. */
export type VertexSide = 'arrive' | 'leave'

/** How far from opposite, degrees, arms may lie and still be one line. */
const NEARLY = 0.01

/** The arm that ends so far from its vertex. @param near degrees; of all its angles the nearest to that, so that mixing does not spin it */
export function armTo([dx, dy]: Vec2, near: number): Vertex['leave'] {
  const length = Math.hypot(dx, dy)
  return { angle: length === 0 ? near : nearAngle((Math.atan2(dy, dx) * 180) / Math.PI, near), length }
}

/** Of all the angles of a direction the one nearest to another, degrees. */
export const nearAngle = (angle: number, near: number): number =>
  angle + 360 * Math.round((near - angle) / 360)

/** Whether both arms of a vertex lie in one line, so that they turn together. */
export function isJoined({ arrive, leave }: Vertex): boolean {
  const apart = Math.abs((((arrive.angle - leave.angle) % 360) + 360) % 360)
  return arrive.length > 0 && leave.length > 0 && Math.abs(apart - 180) < NEARLY
}

function changed(
  outline: Outline,
  which: (vertex: number) => boolean,
  change: (vertex: Vertex, i: number) => Vertex,
): Outline {
  return { ...outline, vertices: outline.vertices.map((one, i) => (which(i) ? change(one, i) : one)) }
}

/** Some vertices put elsewhere with their arms, each point by a map of the plane. */
function mappedVertices(outline: Outline, which: ReadonlySet<number>, map: (point: Vec2) => Vec2): Outline {
  const mappedArm = (at: Vec2, to: Vec2, arm: Vertex['leave']): Vertex['leave'] => {
    const [dx, dy] = armOffset(arm)
    const end = map([at[0] + dx, at[1] + dy])
    return arm.length === 0 ? arm : armTo([end[0] - to[0], end[1] - to[1]], arm.angle)
  }
  return changed(
    outline,
    (i) => which.has(i),
    (vertex) => {
      const at = map(vertex.at)
      return {
        ...vertex,
        at,
        arrive: mappedArm(vertex.at, at, vertex.arrive),
        leave: mappedArm(vertex.at, at, vertex.leave),
      }
    },
  )
}

/** Some vertices moved; their arms go along. */
export function movedVertices(outline: Outline, which: ReadonlySet<number>, by: Vec2): Outline {
  return changed(
    outline,
    (i) => which.has(i),
    (vertex) => ({ ...vertex, at: [vertex.at[0] + by[0], vertex.at[1] + by[1]] }),
  )
}

/** Some vertices drawn apart or together from a point, by a factor along each axis; their arms go along. */
export function scaledVertices(
  outline: Outline,
  which: ReadonlySet<number>,
  { about: [x, y], by }: { readonly about: Vec2; readonly by: Vec2 },
): Outline {
  return mappedVertices(outline, which, ([px, py]) => [x + (px - x) * by[0], y + (py - y) * by[1]])
}

/** Some vertices turned about a point, clockwise; their arms go along. */
export function turnedVertices(
  outline: Outline,
  which: ReadonlySet<number>,
  { about: [x, y], degrees }: { readonly about: Vec2; readonly degrees: number },
): Outline {
  const [cosine, sine] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)]
  return mappedVertices(outline, which, ([px, py]) => [
    x + (px - x) * cosine - (py - y) * sine,
    y + (px - x) * sine + (py - y) * cosine,
  ])
}

/**
 * The unit way from a corner into the angle between its edges; null at the end of an open line, and where the edges go
 * straight on.
 */
export function intoCorner({ vertices, closed }: Outline, at: number): Vec2 | null {
  const count = vertices.length
  if (!closed && (at === 0 || at === count - 1)) return null
  const own = vertices[at]!
  const wayTo = (arm: Vertex['leave'], neighbour: Vertex): Vec2 => {
    const [dx, dy] =
      arm.length > 0 ? armOffset(arm) : [neighbour.at[0] - own.at[0], neighbour.at[1] - own.at[1]]
    const length = Math.hypot(dx, dy)
    return length === 0 ? [0, 0] : [dx / length, dy / length]
  }
  const before = wayTo(own.arrive, vertices[(at - 1 + count) % count]!)
  const after = wayTo(own.leave, vertices[(at + 1) % count]!)
  const [x, y] = [before[0] + after[0], before[1] + after[1]]
  const length = Math.hypot(x, y)
  return length < NEARLY_STRAIGHT ? null : [x / length, y / length]
}

/** Edges that turn by less than about half a degree have no corner to speak of. */
const NEARLY_STRAIGHT = 0.01

export interface ArmMove {
  readonly vertex: number
  readonly side: VertexSide
  /** From the vertex. */
  readonly offset: Vec2
  /** Leaves the other arm where it is, whether they were joined or not. */
  readonly free: boolean
}

/** An arm drawn to another end; one that is joined to it stays in its line, as long as it was. */
export function withArm(outline: Outline, { vertex: at, side, offset, free }: ArmMove): Outline {
  return changed(
    outline,
    (i) => i === at,
    (vertex) => {
      const arm = armTo(offset, vertex[side].angle)
      const other = side === 'arrive' ? 'leave' : 'arrive'
      if (free || !isJoined(vertex) || arm.length === 0) return { ...vertex, [side]: arm }
      const opposite = { ...vertex[other], angle: nearAngle(arm.angle + 180, vertex[other].angle) }
      return { ...vertex, [side]: arm, [other]: opposite }
    },
  )
}

/** Some corners given a roundness, px. */
export function withCorners(outline: Outline, which: ReadonlySet<number>, corner: number): Outline {
  return changed(
    outline,
    (i) => which.has(i),
    (vertex) => ({ ...vertex, corner: Math.max(0, corner) }),
  )
}

/** Some vertices without arms: the edges meet in a corner there. */
export function madeCorners(outline: Outline, which: ReadonlySet<number>): Outline {
  const none = (arm: Vertex['leave']): Vertex['leave'] => ({ ...arm, length: 0 })
  return changed(
    outline,
    (i) => which.has(i),
    (vertex) => ({ ...vertex, arrive: none(vertex.arrive), leave: none(vertex.leave) }),
  )
}

/** Some vertices with arms along the line from neighbour to neighbour, a third as long as the way to each. */
export function madeSmooth(outline: Outline, which: ReadonlySet<number>): Outline {
  const { vertices, closed } = outline
  const count = vertices.length
  const neighbour = (i: number, way: 1 | -1): Vec2 | null => {
    const at = i + way
    if (!closed && (at < 0 || at >= count)) return null
    return vertices[(at + count) % count]!.at
  }
  return changed(
    outline,
    (i) => which.has(i),
    (vertex, i) => {
      const { at } = vertex
      const [before, after] = [neighbour(i, -1) ?? at, neighbour(i, 1) ?? at]
      const way: Vec2 = [after[0] - before[0], after[1] - before[1]]
      const far = Math.hypot(...way)
      if (far === 0) return vertex
      const arm = (side: VertexSide, to: Vec2, sign: 1 | -1): Vertex['leave'] => {
        const length = (sign * Math.hypot(to[0] - at[0], to[1] - at[1])) / 3 / far
        return armTo([way[0] * length, way[1] * length], vertex[side].angle)
      }
      return { ...vertex, arrive: arm('arrive', before, -1), leave: arm('leave', after, 1), corner: 0 }
    },
  )
}

/**
 * An outline without some of its vertices; arms of the neighbours reach as far as they did before a vertex was put between
 * them, so that taking away undoes putting in. Two at least have to be left.
 * Source: P. de Casteljau's subdivision, backwards.
 */
export function withoutVertices(outline: Outline, which: ReadonlySet<number>): Outline {
  return [...which].sort((a, b) => b - a).reduce(withoutVertex, outline)
}

function withoutVertex(outline: Outline, at: number): Outline {
  const { vertices, closed } = outline
  const count = vertices.length
  const others = vertices.filter((_, i) => i !== at)
  const isEnd = !closed && (at === 0 || at === count - 1)
  if (isEnd) return { closed, vertices: others }
  const [before, gone, after] = [at - 1, at, at + 1].map((i) => vertices[(i + count) % count]!) as [
    Vertex,
    Vertex,
    Vertex,
  ]
  const share = splitShare(before, gone, after)
  const longer = (arm: Vertex['leave'], by: number): Vertex['leave'] => ({ ...arm, length: arm.length / by })
  const made = [...others]
  const [i, j] = [(at - 1 + count) % count, (at + 1) % count].map((k) => (k > at ? k - 1 : k)) as [
    number,
    number,
  ]
  made[i] = { ...made[i]!, leave: longer(before.leave, share) }
  made[j] = { ...made[j]!, arrive: longer(after.arrive, 1 - share) }
  return { closed, vertices: made }
}

/** Where on the edge of its neighbours a vertex lies, 0 to 1: its arms divide it as its Bézier parameter does. */
function splitShare(before: Vertex, gone: Vertex, after: Vertex): number {
  const arms = gone.arrive.length + gone.leave.length
  const way = (to: Vertex): number => Math.hypot(to.at[0] - gone.at[0], to.at[1] - gone.at[1])
  const whole = arms > 0 ? arms : way(before) + way(after)
  const share = whole > 0 ? (arms > 0 ? gone.arrive.length : way(before)) / whole : 0.5
  // An arm grows to ten times its length at most.
  return Math.min(0.9, Math.max(0.1, share))
}

/** An outline that goes the other way round, from the same first vertex if it is closed. */
export function reversedOutline({ closed, vertices }: Outline): Outline {
  const turned = vertices.map((one): Vertex => ({ ...one, arrive: one.leave, leave: one.arrive })).reverse()
  return { closed, vertices: closed ? [turned.at(-1)!, ...turned.slice(0, -1)] : turned }
}

/** A closed outline that begins with another vertex. */
export function startingAt({ closed, vertices }: Outline, first: number): Outline {
  return { closed, vertices: [...vertices.slice(first), ...vertices.slice(0, first)] }
}
