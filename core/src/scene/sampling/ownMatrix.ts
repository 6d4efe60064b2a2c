import type { BendLibrary } from '../../bend/index.ts'
import type { Scene } from '../document.ts'
import { layerById } from '../makeLayer.ts'
import { identityMatrix, multiplyInto, type Matrix } from '../matrix.ts'
import { compileLayerClock, layerTimeAt, type LayerClock } from './layerTime.ts'
import { makePlacing, ownMatrixInto, type Placing } from './placing.ts'

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

/** The map to the stage from a layer's own coordinates, made ready to be asked for at many scene times; each time a map of its own. */
export function compileOwnMatrix(
  scene: Scene,
  layerId: string,
  library: BendLibrary,
): (time: number) => Matrix {
  const layers = new Map(scene.layers.map((layer) => [layer.id, layer]))
  const chain: { readonly placing: Placing; readonly clock: LayerClock }[] = []
  for (let at: string | null = layerId; at !== null; at = layers.get(at)?.parent ?? null) {
    const layer = layers.get(at)
    if (layer)
      chain.push({ placing: makePlacing(layer, library), clock: compileLayerClock(scene, at, library) })
  }
  const own = identityMatrix()
  return (time) => {
    const matrix = identityMatrix()
    for (const { placing, clock } of chain) {
      ownMatrixInto(own, placing, clock.timeAt(time))
      multiplyInto(matrix, own, matrix)
    }
    return matrix
  }
}
