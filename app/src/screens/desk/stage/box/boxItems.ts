import type { BendLibrary } from '@arrow-bend/core/bend'
import {
  applyMatrix,
  invertMatrix,
  levelBox,
  ownMatrixAt,
  withRiders,
  type Bounds,
  type DrawItem,
  type Layer,
  type Matrix,
  type Scene,
} from '@arrow-bend/core/scene'
import { itemBounds, type PictureBook } from '../../../../draw/index.ts'
import type { Point } from '../../../../chart/route/routeGeometry.ts'

/** A layer as a box in its own coordinates, and how they lie on the stage. */
export interface BoxItem {
  readonly layer: Layer
  readonly matrix: Matrix
  readonly bounds: Bounds
}

export interface BoxItemsOptions {
  readonly items: readonly DrawItem[]
  readonly pictures: PictureBook
  readonly library: BendLibrary
  readonly time: number
}

/** The boxes of layers that show: what is drawn by itself, and groups round all that is in them. */
export function boxItems(
  scene: Scene,
  ids: readonly string[],
  { items, pictures, library, time }: BoxItemsOptions,
): BoxItem[] {
  const shown = items.filter((item) => item.shown)
  return ids.flatMap((id): BoxItem[] => {
    const item = shown.find(({ layer, isOriginal }) => isOriginal && layer.id === id)
    // The sampler writes its matrix anew for every moment; a drag needs the one it began with.
    if (item)
      return [
        { layer: item.layer, matrix: Float64Array.from(item.matrix), bounds: itemBounds(item, pictures) },
      ]
    const layer = scene.layers.find((candidate) => candidate.id === id)
    if (layer?.kind !== 'group') return []
    const matrix = ownMatrixAt(scene, id, time, library)
    const inside = withRiders(scene, [id])
    const its = shown.filter(
      (candidate) => candidate.use === candidate.layer && inside.has(candidate.layer.id),
    )
    const bounds = levelBox(its, matrix, (candidate) => itemBounds(candidate, pictures))
    return bounds ? [{ layer, matrix, bounds }] : []
  })
}

/** The corners of a box on the stage, in order round it. */
export function boxCorners({ matrix, bounds: { x, y, width, height } }: BoxItem): Point[] {
  const corners: readonly Point[] = [
    [x, y],
    [x + width, y],
    [x + width, y + height],
    [x, y + height],
  ]
  return corners.map(([px, py]) => applyMatrix(matrix, px, py))
}

/** Whether a stage point lies in a box. */
export function isInBox({ matrix, bounds: { x, y, width, height } }: BoxItem, point: Point): boolean {
  const inverse = invertMatrix(matrix)
  if (!inverse) return false
  const [px, py] = applyMatrix(inverse, ...point)
  return px >= x && px <= x + width && py >= y && py <= y + height
}
