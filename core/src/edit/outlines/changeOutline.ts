import type { Draft } from 'immer'
import type { Key, Outline, Property } from '../../property/index.ts'
import { outlineAtTime, type Layer, type Project } from '../../scene/index.ts'
import type { Ticks } from '../../time/index.ts'
import { BadEdit } from '../badEdit.ts'
import { editProperty, libraryIn, undrafted } from '../editProperty.ts'
import { setValueAt, type SetValueOptions } from '../keys/keys.ts'
import { layerTicks } from '../layerTicks.ts'
import { findProperty, layerIn, type PropertyRef } from '../refs.ts'
import { rearrangeSplit, reshapeSplit } from './splitVertices.ts'
import { withVertexLifts, type Rearranged } from './vertexLifts.ts'
import { reversedOutline, startingAt, withoutVertices } from './vertices.ts'

/**
 * Changes the shape an outline has at a scene time: the constant, the key that stands there, or a new key, which is one for all
 * of it.
 * @throws BadEdit where it has keys, none stands there, and auto-key is off
 */
export function reshapeOutline(
  draft: Draft<Project>,
  ref: PropertyRef,
  sceneTime: Ticks,
  { change, ...options }: SetValueOptions & { readonly change: (outline: Outline) => Outline },
): void {
  if (outlineIn(draft, ref).split) reshapeSplit(draft, ref, sceneTime, { change, ...options })
  else setValueAt(draft, ref, sceneTime, { ...options, value: change(outlineAt(draft, ref, sceneTime)) })
}

/** The shape an outline has at a scene time. @throws BadEdit for a property of another kind */
export function outlineAt(draft: Draft<Project>, ref: PropertyRef, sceneTime: Ticks): Outline {
  outlineIn(draft, ref)
  const layer = undrafted<Layer>(layerIn(draft, ref))
  return outlineAtTime(layer, ref.property, layerTicks(draft, ref, sceneTime), libraryIn(draft))
}

function outlineIn(draft: Draft<Project>, ref: PropertyRef): Property {
  const property = undrafted<Property | null>(findProperty(draft, ref))
  if (property?.kind !== 'outline') throw new BadEdit('Only an outline has vertices. Nothing was changed.')
  return property
}

/** Changes an outline in every key alike; bumps of the bends go with their vertices. */
function rearrange(
  draft: Draft<Project>,
  ref: PropertyRef,
  change: (outline: Outline) => Outline,
  to: (count: number) => Rearranged,
): void {
  if (outlineIn(draft, ref).split) return rearrangeSplit(draft, ref, change, to)
  editProperty(draft, ref, (property) => ({
    ...property,
    value: change(property.value as Outline),
    keys: property.keys.map((key): Key => {
      const { vertices } = key.value as Outline
      return withVertexLifts({ ...key, value: change(key.value as Outline) }, to(vertices.length))
    }),
  }))
}

const inOrder = (count: number): number[] => Array.from({ length: count }, (_, i) => i)

/**
 * Takes vertices out of an outline, in every key; the edges on both sides become one.
 * @throws BadEdit where fewer than two would be left, or one is not there
 */
export function removeVertices(draft: Draft<Project>, ref: PropertyRef, which: ReadonlySet<number>): void {
  checkVertices(draft, ref, which)
  if (outlineOf(draft, ref).vertices.length - which.size < 2)
    throw new BadEdit('An outline has two vertices at least. To remove all of it, delete its layer.')
  const left = (count: number): number[] => inOrder(count).filter((i) => !which.has(i))
  rearrange(
    draft,
    ref,
    (outline) => withoutVertices(outline, held(outline, which)),
    (count) => ({
      from: left(count),
    }),
  )
}

/** The constant that stands beside keys may have fewer vertices than they have. */
const held = ({ vertices }: Outline, which: ReadonlySet<number>): ReadonlySet<number> =>
  new Set([...which].filter((i) => i < vertices.length).slice(0, Math.max(0, vertices.length - 2)))

/** Closes an outline by an edge from its last vertex to its first, or opens it there; in every key. */
export function closeOutline(draft: Draft<Project>, ref: PropertyRef, closed: boolean): void {
  rearrange(
    draft,
    ref,
    (outline) => ({ ...outline, closed }),
    (count) => ({
      from: inOrder(count),
    }),
  )
}

/** Lets an outline go the other way round, in every key: what is seen is the same. */
export function reverseOutline(draft: Draft<Project>, ref: PropertyRef): void {
  const { closed } = outlineOf(draft, ref)
  rearrange(draft, ref, reversedOutline, (count) => {
    const turned = inOrder(count).reverse()
    return { from: closed ? [0, ...turned.slice(0, -1)] : turned, isTurned: true }
  })
}

/**
 * Lets a closed outline begin with another vertex, in every key: what is seen is the same.
 * @throws BadEdit for an open outline, or a vertex that is not there
 */
export function setFirstVertex(draft: Draft<Project>, ref: PropertyRef, first: number): void {
  checkVertices(draft, ref, new Set([first]))
  if (!outlineOf(draft, ref).closed)
    throw new BadEdit(
      'An open outline begins at its end. Reverse it to begin at the other. Nothing was changed.',
    )
  rearrange(
    draft,
    ref,
    (outline) => startingAt(outline, Math.min(first, outline.vertices.length - 1)),
    (count) => ({
      from: inOrder(count).map((i) => (i + first) % count),
    }),
  )
}

/** As its keys have it; as it is constant where there are none. */
function outlineOf(draft: Draft<Project>, ref: PropertyRef): Outline {
  const { keys, value } = outlineIn(draft, ref)
  return (keys[0]?.value ?? value) as Outline
}

function checkVertices(draft: Draft<Project>, ref: PropertyRef, which: ReadonlySet<number>): void {
  const count = outlineOf(draft, ref).vertices.length
  const isThere = [...which].every((i) => Number.isInteger(i) && i >= 0 && i < count)
  if (!isThere) throw new BadEdit('There is no such vertex. Nothing was changed.')
}
