import type { Draft } from 'immer'
import {
  numbersOfOutline,
  outlineOfNumbers,
  pinSmooth,
  type Outline,
  type Property,
} from '../../property/index.ts'
import { partAt, vertexPartName, vertexPartsIn, type Layer, type Project } from '../../scene/index.ts'
import { BadEdit } from '../badEdit.ts'
import { libraryIn, undrafted } from '../editProperty.ts'
import { layerIn, type MakeId, type PropertyRef } from '../refs.ts'
import { bendOfPart, hasBump } from './bendOfPart.ts'

/** Lanes an outline is split into at most. */
const MOST_LANES = 2_000

/** The layer of an outline that may be split or joined. */
export function outlineLayerIn(draft: Draft<Project>, ref: PropertyRef, split: boolean): Draft<Layer> {
  const layer = layerIn(draft, ref)
  const property = layer.properties[ref.property]
  if (property?.kind !== 'outline') throw new BadEdit('Only an outline has vertices. Nothing was changed.')
  if (layer.locked) throw new BadEdit(`“${layer.name}” is locked. Unlock it to change it.`)
  if (Boolean(property.split) !== split)
    throw new BadEdit(
      `The vertices of “${layer.name}” ${split ? 'do not move by themselves' : 'move by themselves already'}. Nothing was changed.`,
    )
  return layer
}

/**
 * Splits an outline into its vertices: whatever differs between its keys becomes a number with keys and bends of its own, the
 * rest stays as the first key has it. Nothing seen changes.
 * @returns how many such numbers there are
 * @throws BadEdit when it is split already, its layer is locked, or they would be too many
 */
export function splitOutline(draft: Draft<Project>, ref: PropertyRef, makeId: MakeId): number {
  const layer = outlineLayerIn(draft, ref, false)
  const property = pinSmooth(
    undrafted<Property>(layer.properties[ref.property]),
    () => true,
    libraryIn(draft),
  )
  const { keys } = property
  const numbers = keys.map(({ value }) => numbersOfOutline(value as Outline))
  const rest = (keys[0]?.value ?? property.value) as Outline
  const moving = [...(numbers[0]?.keys() ?? [])].filter(
    (c) => numbers.some((list) => list[c] !== numbers[0]![c]) || keys.some(({ bend }) => hasBump(bend, c)),
  )
  if (moving.length > MOST_LANES)
    throw new BadEdit(
      `That would make ${moving.length.toLocaleString('en')} lanes; ${MOST_LANES.toLocaleString('en')} at most. Nothing was changed.`,
    )
  // What an outline was split into before does not come back.
  for (const name of vertexPartsIn(layer.properties)) delete layer.properties[name]
  const whole: Property = { ...property, value: rest, keys: [], split: true }
  layer.properties[ref.property] = whole as Draft<Property>
  for (const c of moving) {
    const lane: Property = {
      ...property,
      kind: 'number',
      value: numbers[0]![c]!,
      keys: keys.map((key, i) => ({
        ...key,
        id: makeId(),
        value: numbers[i]![c]!,
        bend: bendOfPart(key.bend, c),
      })),
    }
    layer.properties[vertexPartName(partAt(c))] = lane as Draft<Property>
  }
  return moving.length
}

/** The constant outline beside the numbers of its parts, with those that have no keys written into it. */
export function restOfSplit(properties: Layer['properties'], name: string): Outline {
  const rest = properties[name]!.value as Outline
  const numbers = [...numbersOfOutline(rest)]
  numbers.forEach((_, c) => {
    const lane = properties[vertexPartName(partAt(c))]
    if (lane && lane.keys.length === 0) numbers[c] = lane.value as number
  })
  return outlineOfNumbers(numbers, rest.closed)
}
