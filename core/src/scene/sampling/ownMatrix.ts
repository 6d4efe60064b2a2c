import type { BendLibrary } from '../../bend/index.ts'
import type { Scene } from '../document.ts'
import { layerById } from '../makeLayer.ts'
import { identityMatrix, multiplyInto, type Matrix } from '../matrix.ts'
import { layerTimeAt } from './layerTime.ts'
import { makePlacing, ownMatrixInto } from './placing.ts'

/** The map to the stage from what a layer rides on, at a scene time; the identity for one that rides on nothing. */
export function parentMatrixAt(scene: Scene, layerId: string, time: number, library: BendLibrary): Matrix {
  const matrix = identityMatrix()
  let at = layerById(scene, layerId)?.parent ?? null
  // Most ride on nothing, and are not to wait for a list of all.
  if (at === null) return matrix
  const layers = new Map(scene.layers.map((layer) => [layer.id, layer]))
  const own = identityMatrix()
  for (; at !== null; at = layers.get(at)?.parent ?? null) {
    ownMatrixInto(own, makePlacing(layers.get(at)!, library), layerTimeAt(scene, at, time, library))
    multiplyInto(matrix, own, matrix)
  }
  return matrix
}

/** The map to the stage from a layer's own coordinates, at a scene time. */
export function ownMatrixAt(scene: Scene, layerId: string, time: number, library: BendLibrary): Matrix {
  const layer = scene.layers.find(({ id }) => id === layerId)
  const matrix = identityMatrix()
  if (layer) ownMatrixInto(matrix, makePlacing(layer, library), layerTimeAt(scene, layerId, time, library))
  multiplyInto(matrix, parentMatrixAt(scene, layerId, time, library), matrix)
  return matrix
}
