import type { BendLibrary } from '../../bend/index.ts'
import {
  compiledOf,
  numbersOfOutline,
  outlineOfNumbers,
  playedValueInto,
  type Outline,
  isMoving,
} from '../../property/index.ts'
import type { Layer } from '../document.ts'
import { placeOfPart, vertexPartOf, vertexPartsIn } from './vertexParts.ts'

/** An outline over layer time, whether one key holds all of it or its vertices move by themselves. */
export interface OutlineReader {
  readonly closed: boolean
  /** Numbers it has: VERTEX_WIDTH for each vertex. */
  readonly width: number
  /** Whether it ever is another. */
  readonly moves: boolean
  /** Writes its numbers at a layer time in ticks. */
  numbersInto(out: Float64Array, time: number): void
}

/** @param name the outline's; the layer must come from a valid document */
export function outlineReader(
  { properties }: Pick<Layer, 'properties'>,
  name: string,
  library: BendLibrary,
): OutlineReader {
  const property = properties[name]!
  if (property.split) return splitReader(properties, property.value as Outline, library)
  const compiled = compiledOf(property, library)
  return {
    closed: ((property.keys[0]?.value ?? property.value) as Outline).closed,
    width: compiled.width,
    moves: property.keys.length > 0,
    numbersInto: (out, time) => playedValueInto(out, compiled, time),
  }
}

function splitReader(properties: Layer['properties'], rest: Outline, library: BendLibrary): OutlineReader {
  const numbers = Float64Array.from(numbersOfOutline(rest))
  const one = new Float64Array(1)
  const lanes = vertexPartsIn(properties).map((name) => ({
    at: placeOfPart(vertexPartOf(name)!),
    compiled: compiledOf(properties[name]!, library),
    moves: isMoving(properties[name]!),
  }))
  const write = ({ at, compiled }: (typeof lanes)[number], out: Float64Array, time: number): void => {
    playedValueInto(one, compiled, time)
    out[at] = one[0]!
  }
  for (const lane of lanes) if (!lane.moves) write(lane, numbers, 0)
  const moving = lanes.filter(({ moves }) => moves)
  return {
    closed: rest.closed,
    width: numbers.length,
    moves: moving.length > 0,
    numbersInto: (out, time) => {
      out.set(numbers)
      for (const lane of moving) write(lane, out, time)
    },
  }
}

/** A layer's outline at a layer time; as it is stored where one key holds all of it and stands there. */
export function outlineAtTime(
  layer: Pick<Layer, 'properties'>,
  name: string,
  time: number,
  library: BendLibrary,
): Outline {
  const { keys, value, split } = layer.properties[name]!
  if (!split && keys.length === 0) return value as Outline
  const here = split ? undefined : keys.find((key) => key.t === time)
  if (here) return here.value as Outline
  const reader = outlineReader(layer, name, library)
  const numbers = new Float64Array(reader.width)
  reader.numbersInto(numbers, time)
  return outlineOfNumbers(numbers, reader.closed)
}
