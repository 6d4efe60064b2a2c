import type { Draft } from 'immer'
import type { Key, Outline, Vertex } from '../../property/index.ts'
import { splitCubic, type Vec2 } from '../../route/index.ts'
import { LIMITS, outlineCubics, type Layer, type Project } from '../../scene/index.ts'
import { BadEdit } from '../badEdit.ts'
import { editProperty, undrafted } from '../editProperty.ts'
import { findProperty, type PropertyRef } from '../refs.ts'
import { outlineLayerIn } from './splitOutline.ts'
import { movingVertices, rearrangeSplit } from './splitVertices.ts'
import { armTo } from './vertices.ts'
import { withVertexLifts } from './vertexLifts.ts'

/**
 * Puts a vertex on an edge of an outline, in every key, without changing the shape at any of them (as long as no
 * rounded corner reaches as far as the new vertex). Between keys vertices are mixed one by one.
 * @param edge which edge, from vertex `edge` to the next, counted from 0
 * @param s where on the edge, 0 < s < 1, as its Bézier parameter
 * @throws BadEdit for an edge that is not there, or more vertices than an outline may have
 * Source: P. de Casteljau's subdivision.
 */
export function insertVertex(
  draft: Draft<Project>,
  ref: PropertyRef,
  { edge, s }: { readonly edge: number; readonly s: number },
): void {
  if (findProperty(draft, ref)?.split) return insertIntoSplit(draft, ref, edge, s)
  editProperty(draft, ref, (property) => {
    if (property.kind !== 'outline')
      throw new BadEdit(`Only an outline has vertices; this is a ${property.kind}. Nothing was changed.`)
    let near: Vertex | null = null
    const split = (value: unknown): Outline => {
      const made = withVertex(value as Outline, edge, s, near)
      near = made.vertices[edge + 1]!
      return made
    }
    return {
      ...property,
      value: splittable(property.value as Outline, edge) ? split(property.value) : property.value,
      keys: property.keys.map((key): Key => {
        const from: (number | null)[] = [...(key.value as Outline).vertices.keys()]
        from.splice(edge + 1, 0, null)
        return withVertexLifts({ ...key, value: split(key.value) }, { from })
      }),
    }
  })
}

/** Puts a vertex between two that rest. */
function insertIntoSplit(draft: Draft<Project>, ref: PropertyRef, edge: number, s: number): void {
  const layer = undrafted<Layer>(outlineLayerIn(draft, ref, true))
  const count = (layer.properties[ref.property]!.value as Outline).vertices.length
  const moving = movingVertices(layer)
  if (moving.has(edge) || moving.has((edge + 1) % count))
    throw new BadEdit(
      'A vertex beside it moves by itself, so a new one would not keep the shape. Join the outline first. Nothing was changed.',
    )
  const from: (number | null)[] = Array.from({ length: count }, (_, i) => i)
  from.splice(edge + 1, 0, null)
  rearrangeSplit(
    draft,
    ref,
    (outline) => withVertex(outline, edge, s, null),
    () => ({ from }),
  )
}

/** The constant that stands beside keys may be another outline than theirs. */
function splittable(outline: Outline, edge: number): boolean {
  return edge < outlineCubics(outline).length
}

/** An outline with a vertex more on an edge. @param near the vertex that was put there in another key: arms turn the short way from its */
export function withVertex(outline: Outline, edge: number, s: number, near: Vertex | null): Outline {
  const { vertices, closed } = outline
  const cubic = outlineCubics(outline)[edge]
  if (!cubic || !(s > 0 && s < 1))
    throw new BadEdit('There is no edge there to put a vertex on. Nothing was changed.')
  if (vertices.length >= LIMITS.verticesOfOutline)
    throw new BadEdit(`An outline has ${LIMITS.verticesOfOutline} vertices at most. Nothing was changed.`)
  const [from, to] = [vertices[edge]!, vertices[(edge + 1) % vertices.length]!]
  const straight = from.leave.length === 0 && to.arrive.length === 0
  const along = (a: number, b: number): number => a + s * (b - a)
  const [first, second] = splitCubic(cubic, s)
  const armOf = (at: Vec2, end: Vec2, angle = 0): Vertex['leave'] => {
    const arm = armTo([end[0] - at[0], end[1] - at[1]], angle)
    return straight ? { ...arm, length: 0 } : arm
  }
  const middle: Vertex = {
    at: straight ? [along(from.at[0], to.at[0]), along(from.at[1], to.at[1])] : first.to,
    arrive: armOf(first.to, first.arrive, near?.arrive.angle),
    leave: armOf(second.from, second.leave, near?.leave.angle),
    corner: 0,
  }
  const shorter = (arm: Vertex['leave'], share: number): Vertex['leave'] => ({
    ...arm,
    length: arm.length * share,
  })
  const made = [...vertices]
  made[edge] = { ...from, leave: shorter(from.leave, s) }
  const next = (edge + 1) % vertices.length
  made[next] = { ...made[next]!, arrive: shorter(to.arrive, 1 - s) }
  made.splice(edge + 1, 0, middle)
  return { closed, vertices: made }
}
