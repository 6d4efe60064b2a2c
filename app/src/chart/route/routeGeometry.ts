import type { BendLibrary } from '@arrow-bend/core/bend'
import { compiledOf, type CompiledProperty, type Property } from '@arrow-bend/core/property'
import { layerById, parentMatrixAt, type Layer, type Scene } from '@arrow-bend/core/scene'
import type { StageView } from '../../draw/index.ts'
import { stageSpace, type Point, type StageSpace } from './stageSpace.ts'

export type { Point }

/** A layer's animated place with what lays it over the picture. */
export interface RouteGeometry extends StageSpace {
  readonly layer: string
  readonly name: string
  readonly property: Property
  readonly compiled: CompiledProperty
}

export interface GeometryOptions {
  readonly view: StageView
  readonly library: BendLibrary
  /** When what the layer rides on is looked at, ticks. */
  readonly time: number
}

interface Known {
  readonly layer: Layer
  readonly view: StageView
  readonly key: string
  readonly library: BendLibrary
  readonly geometry: RouteGeometry
}

const KNOWN = new WeakMap<Property, Known>()

/**
 * The route of a layer's position; null when it has none (fewer than two keys, or split). The same object as long as
 * neither the property nor the way it lies on the screen has changed, so that nothing is drawn anew.
 */
export function routeGeometry(
  scene: Scene,
  layerId: string,
  { view, library, time }: GeometryOptions,
): RouteGeometry | null {
  const layer = layerById(scene, layerId)
  const property = layer?.properties['position']
  if (!layer || !property || property.kind !== 'place' || property.split || property.keys.length < 2)
    return null
  const before = KNOWN.get(property)
  const rides = layer.parent !== null
  if (before && !rides && before.layer === layer && before.view === view && before.library === library)
    return before.geometry
  const matrix = parentMatrixAt(scene, layerId, time, library)
  const key = [view.scale, view.x, view.y, ...matrix, layer.id, layer.name].join()
  if (before?.key === key && before.library === library) {
    KNOWN.set(property, { ...before, layer, view })
    return before.geometry
  }
  const geometry: RouteGeometry = {
    layer: layerId,
    name: layer.name,
    property,
    compiled: compiledOf(property, library),
    ...stageSpace(matrix, view),
  }
  KNOWN.set(property, { layer, view, key, library, geometry })
  return geometry
}
