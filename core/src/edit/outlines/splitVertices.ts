import type { Draft } from 'immer'
import {
  numbersOfOutline,
  outlineOfNumbers,
  type Key,
  type Outline,
  type Property,
} from '../../property/index.ts'
import {
  outlineAtTime,
  partAt,
  placeOfPart,
  vertexPartName,
  vertexPartOf,
  vertexPartsIn,
  type Layer,
  type Project,
  type VertexPart,
} from '../../scene/index.ts'
import type { Ticks } from '../../time/index.ts'
import { BadEdit } from '../badEdit.ts'
import { libraryIn, undrafted } from '../editProperty.ts'
import { addKey, setValueAt, type SetValueOptions } from '../keys/keys.ts'
import { layerTicks } from '../layerTicks.ts'
import { layerIn, type MakeId, type PropertyRef } from '../refs.ts'
import { bendOfPart } from './bendOfPart.ts'
import { outlineLayerIn, restOfSplit } from './splitOutline.ts'
import type { Rearranged } from './vertexLifts.ts'

/**
 * Changes the shape a split outline has at a scene time, and of it only what differs then: a part that moves as any number
 * would; one that does not, for all time, or, where the outline moves and auto-key is on, from its neighbouring keys on.
 */
export function reshapeSplit(
  draft: Draft<Project>,
  ref: PropertyRef,
  sceneTime: Ticks,
  { change, autoKey, makeId }: SetValueOptions & { readonly change: (outline: Outline) => Outline },
): void {
  const drafted = outlineLayerIn(draft, ref, true)
  const layer = undrafted<Layer>(drafted)
  const time = layerTicks(draft, ref, sceneTime)
  const now = outlineAtTime(layer, ref.property, time, libraryIn(draft))
  const after = change(now)
  if (after.vertices.length !== now.vertices.length)
    throw new BadEdit('Its vertices move by themselves: join the outline to give it another number of them.')
  const [was, is] = [numbersOfOutline(now), numbersOfOutline(after)]
  const rest = [...numbersOfOutline(restOfSplit(layer.properties, ref.property))]
  const times = keyTimesOf(layer.properties)
  const beside = autoKey ? [times.findLast((t) => t < time), times.find((t) => t > time)] : []
  is.forEach((value, c) => {
    if (value === was[c]) return
    const property = vertexPartName(partAt(c))
    const lane = layer.properties[property]
    const moves = Boolean(lane?.keys.length)
    const isKeyed = !moves && beside.some((t) => t !== undefined)
    if (!moves && !isKeyed) {
      rest[c] = value
      delete drafted.properties[property]
      return
    }
    const of = { ...ref, property }
    if (isKeyed) {
      drafted.properties[property] = numberLane(was[c]!) as Draft<Property>
      for (const t of beside) if (t !== undefined) addKey(draft, of, t, makeId)
    }
    setValueAt(draft, of, sceneTime, { value, autoKey, makeId })
  })
  writeRest(draft, ref, outlineOfNumbers(rest, after.closed))
}

const numberLane = (value: number): Property => ({ kind: 'number', value, keys: [] })

/** The moments at which any part has a key, in order. */
function keyTimesOf(properties: Layer['properties']): Ticks[] {
  const times = vertexPartsIn(properties).flatMap((name) => properties[name]!.keys.map(({ t }) => t))
  return [...new Set(times)].sort((a, b) => a - b)
}

function writeRest(draft: Draft<Project>, ref: PropertyRef, value: Outline): void {
  const layer = layerIn(draft, ref)
  layer.properties[ref.property] = {
    ...undrafted<Property>(layer.properties[ref.property]),
    value,
  } as Draft<Property>
}

/** Parts of a vertex that are keyed together: its place, and what it has besides. */
function partsToKey(outline: Outline, vertex: number): VertexPart[] {
  const found = outline.vertices[vertex]!
  const arms = (['arrive', 'leave'] as const).flatMap((side): VertexPart[] =>
    found[side].length > 0 ? [`${side} angle`, `${side} length`] : [],
  )
  return ['x', 'y', ...arms, ...(found.corner > 0 ? (['corner'] as const) : [])]
}

/**
 * Sets keys for some vertices of a split outline at a scene time, so that they can move: for their places, and for arms and
 * roundness of those that have any.
 * @returns the properties that have keys there now
 * @throws BadEdit where the outline is not split, or a vertex is not there
 */
export function keyVertices(
  draft: Draft<Project>,
  ref: PropertyRef,
  which: ReadonlySet<number>,
  { time: sceneTime, makeId }: { readonly time: Ticks; readonly makeId: MakeId },
): PropertyRef[] {
  const drafted = outlineLayerIn(draft, ref, true)
  const layer = undrafted<Layer>(drafted)
  const time = layerTicks(draft, ref, sceneTime)
  const now = outlineAtTime(layer, ref.property, time, libraryIn(draft))
  const numbers = numbersOfOutline(now)
  if ([...which].some((vertex) => !now.vertices[vertex]))
    throw new BadEdit('There is no such vertex. Nothing was changed.')
  const rest = restOfSplit(layer.properties, ref.property)
  const refs = [...which].flatMap((vertex) =>
    partsToKey(now, vertex).map((part) => {
      const property = vertexPartName({ vertex, part })
      if (!layer.properties[property]?.keys.length)
        drafted.properties[property] = numberLane(numbers[placeOfPart({ vertex, part })]!) as Draft<Property>
      const of = { ...ref, property }
      addKey(draft, of, time, makeId)
      return of
    }),
  )
  writeRest(draft, ref, rest)
  return refs
}

const TURNED: Readonly<Partial<Record<VertexPart, VertexPart>>> = {
  'arrive angle': 'leave angle',
  'arrive length': 'leave length',
  'leave angle': 'arrive angle',
  'leave length': 'arrive length',
}

/** Changes the vertices a split outline has: what moves their parts goes with them; an arm that grows does so in all keys. */
export function rearrangeSplit(
  draft: Draft<Project>,
  ref: PropertyRef,
  change: (outline: Outline) => Outline,
  to: (count: number) => Rearranged,
): void {
  const drafted = outlineLayerIn(draft, ref, true)
  const { properties } = undrafted<Layer>(drafted)
  const before = restOfSplit(properties, ref.property)
  const after = change(before)
  const { from, isTurned = false } = to(before.vertices.length)
  const [was, is] = [numbersOfOutline(before), numbersOfOutline(after)]
  const names = vertexPartsIn(properties)
  for (const name of names) delete drafted.properties[name]
  for (const name of names) {
    const { vertex, part } = vertexPartOf(name)!
    const moved = { vertex: from.indexOf(vertex), part: (isTurned && TURNED[part]) || part }
    if (moved.vertex < 0 || properties[name]!.keys.length === 0) continue
    const [old, now] = [was[placeOfPart({ vertex, part })]!, is[placeOfPart(moved)]!]
    const share = part.endsWith('length') && old > 0 ? now / old : 1
    drafted.properties[vertexPartName(moved)] = grown(properties[name]!, share) as Draft<Property>
  }
  writeRest(draft, ref, after)
}

/** A number whose keys, and bumps between them, are so many times as large. */
function grown(property: Property, by: number): Property {
  if (by === 1) return property
  const keys = property.keys.map((key): Key => ({
    ...key,
    value: (key.value as number) * by,
    bend: bendOfPart(key.bend, 0, by),
  }))
  return { ...property, value: (property.value as number) * by, keys }
}

/** Vertices with parts that move. */
export function movingVertices({ properties }: Pick<Layer, 'properties'>): ReadonlySet<number> {
  const moving = vertexPartsIn(properties).filter((name) => properties[name]!.keys.length > 0)
  return new Set(moving.map((name) => vertexPartOf(name)!.vertex))
}
