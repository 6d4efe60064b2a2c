import type { Draft } from 'immer'
import type { Bend, PlainBend } from '../../bend/index.ts'
import type { Property, Value } from '../../property/index.ts'
import { makeLayer, type Bounds, type Layer, type Project, type Scene } from '../../scene/index.ts'
import { asTicks, type Ticks } from '../../time/index.ts'
import { BadEdit } from '../badEdit.ts'
import { undrafted } from '../editProperty.ts'
import { bendOfMove } from '../frame/frameMove.ts'
import { restingValue } from '../keys/restingValue.ts'
import { travelKeys } from '../keys/travel.ts'
import { layerTicks } from '../layerTicks.ts'
import { layerIn, sceneIn, type MakeId } from '../refs.ts'
import { addLayer, readName, withOwnIds } from './layers.ts'
import { setMask } from './masks.ts'

/** What grows: a circle or a box about the middle of what is seen, or the shape itself about its pivot. */
export type RevealShape = 'circle' | 'box' | 'own'

export interface RevealThroughShape {
  readonly shape: RevealShape
  /** Scene times. */
  readonly begin: Ticks
  readonly end: Ticks
  /** What all of them grow by, linked as one. */
  readonly bend: PlainBend
  readonly makeId: MakeId
  /** The box a layer is seen in at the end, px of the stage; null where it is not seen. */
  readonly boxOf: (layer: string) => Bounds | null
}

/** px by which a circle or box is larger than what it opens, so that its edge is past the last pixel. */
const ROOM = 2

/**
 * Opens layers through a shape that grows from nothing: a layer of its own above each, which masks it and stays put.
 * @returns the ids of the layers that mask
 * @throws BadEdit for no time, for what is masked already, is locked or not seen, and for what has no outline of its own
 */
export function revealThroughShape(
  draft: Draft<Project>,
  sceneId: string,
  ids: readonly string[],
  { shape, begin, end, bend: plain, makeId, boxOf }: RevealThroughShape,
): string[] {
  if (!(end > begin)) throw new BadEdit('A reveal takes a frame at least. Nothing was changed.')
  const bend = bendOfMove(draft, { name: 'Reveal', bend: plain }, makeId)
  const scene = sceneIn(draft, sceneId)
  return ids.map((id) => {
    const ref = { scene: sceneId, layer: id }
    const layer = undrafted<Layer>(layerIn(draft, ref))
    if (layer.mask)
      throw new BadEdit(`“${layer.name}” is seen through another layer already. Nothing was changed.`)
    const growth = { bend, makeId }
    const made =
      shape === 'own'
        ? ownShape(layer, [layerTicks(draft, ref, begin), layerTicks(draft, ref, end)], growth)
        : plainShape(shape, layer, { box: boxOf(id), span: spanOf(scene), times: [begin, end], growth })
    addLayer(
      draft,
      sceneId,
      made,
      scene.layers.findIndex((one) => one.id === id),
    )
    setMask(draft, sceneId, [id], made.id)
    return made.id
  })
}

const spanOf = ({ duration }: Pick<Scene, 'duration'>): Layer['span'] => [asTicks(0), duration]

const openingName = (name: string): string => readName(`${name.slice(0, 100)}, opening`)

interface Growth {
  readonly bend: Bend
  readonly makeId: MakeId
}
type Times = readonly [begin: Ticks, end: Ticks]

function grown(property: Property, times: Times, to: Value, { bend, makeId }: Growth): Property {
  return { ...property, value: to, keys: travelKeys({ times, values: [[0, 0], to], bend }, makeId) }
}

function plainShape(
  shape: 'circle' | 'box',
  { name }: Layer,
  {
    box,
    span,
    times,
    growth,
  }: {
    readonly box: Bounds | null
    readonly span: Layer['span']
    readonly times: Times
    readonly growth: Growth
  },
): Layer {
  if (!box) throw new BadEdit(`“${name}” is not seen then. Go to where it is. Nothing was changed.`)
  const across = Math.hypot(box.width, box.height)
  const [width, height] = shape === 'circle' ? [across, across] : [box.width, box.height]
  const made = makeLayer({
    id: growth.makeId(),
    name: openingName(name),
    kind: shape === 'circle' ? 'ellipse' : 'rectangle',
    span,
    values: {
      position: [box.x + box.width / 2, box.y + box.height / 2],
      fill: '#ffffff',
      'stroke width': 0,
    },
  })
  const size = grown(made.properties['size']!, times, [width + ROOM, height + ROOM], growth)
  return { ...made, properties: { ...made.properties, size } }
}

/** The same shape again, opaque, growing to the scale it has in the end. */
function ownShape(layer: Layer, times: Times, growth: Growth): Layer {
  const { name, properties } = layer
  if (!properties['stroke width'])
    throw new BadEdit(`“${name}” is no shape, and has no outline to grow. Nothing was changed.`)
  const still = (like: Property, value: Value): Property => ({ kind: like.kind, value, keys: [] })
  const scale = properties['scale']!
  const ids = new Map([[layer.id, growth.makeId()]])
  const copy = withOwnIds(layer as Draft<Layer>, ids, growth.makeId) as Layer
  return {
    ...copy,
    name: openingName(name),
    properties: {
      ...copy.properties,
      scale: grown(scale, times, restingValue(scale), growth),
      opacity: still(properties['opacity']!, 100),
      fill: still(properties['fill']!, '#ffffff'),
      gradient: still(properties['gradient']!, 'none'),
    },
  }
}
