import type { Outline, Vertex } from '../../property/index.ts'
import { arcLength } from '../../route/index.ts'
import { outlineCubics } from '../../scene/index.ts'
import { withVertex } from './insertVertex.ts'
import { nearAngle, reversedOutline, startingAt } from './vertices.ts'

/** The longest edge of an outline, which has one. */
export function longestEdge(outline: Outline): number {
  const lengths = outlineCubics(outline).map(arcLength)
  return lengths.indexOf(Math.max(...lengths))
}

/** An outline of the same shape with at least so many vertices: its longest edges are divided in the middle. */
export function withAtLeast(outline: Outline, count: number): Outline {
  let made = outline
  while (made.vertices.length < count) made = withVertex(made, longestEdge(made), 0.5, null)
  return made
}

/** How far the vertices of an outline go to those of another that has as many, each to the one with its number, in all, px. */
export function totalTravel({ vertices }: Outline, to: Outline): number {
  return vertices.reduce((sum, { at: [x, y] }, i) => {
    const [toX, toY] = to.vertices[i]!.at
    return sum + Math.hypot(toX - x, toY - y)
  }, 0)
}

/**
 * The same shape as `to`, begun where and going the way round that its vertices are least far from those of `from`: so that it
 * does not turn through itself on the way. An open one may only go the other way.
 * @param to as many vertices as `from`, closed as that is
 */
export function pairedWith(from: Outline, to: Outline): Outline {
  const ways = [to, reversedOutline(to)]
  const starts = to.closed ? to.vertices.map((_, first) => first) : [0]
  let [least, best]: [number, Outline] = [Infinity, to]
  for (const way of ways)
    for (const first of starts) {
      const travel = travelFrom(from.vertices, way.vertices, first)
      if (travel < least) [least, best] = [travel, startingAt(way, first)]
    }
  return withNearAngles(from, best)
}

/** As `totalTravel`, to an outline begun with another vertex, which is not made for it. */
function travelFrom(from: readonly Vertex[], to: readonly Vertex[], first: number): number {
  let sum = 0
  for (let i = 0; i < from.length; i += 1) {
    const [[x, y], [toX, toY]] = [from[i]!.at, to[(i + first) % to.length]!.at]
    sum += Math.hypot(toX - x, toY - y)
  }
  return sum
}

/** Arms turn the short way from those of another outline. */
export function withNearAngles(from: Outline, to: Outline): Outline {
  const near = (arm: Vertex['leave'], other: Vertex['leave']): Vertex['leave'] => ({
    ...arm,
    angle: nearAngle(arm.angle, other.angle),
  })
  return {
    ...to,
    vertices: to.vertices.map((vertex, i) => ({
      ...vertex,
      arrive: near(vertex.arrive, from.vertices[i]!.arrive),
      leave: near(vertex.leave, from.vertices[i]!.leave),
    })),
  }
}
