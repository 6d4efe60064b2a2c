import { applyMatrix, invertMatrix, type Matrix } from '../matrix.ts'
import type { Bounds } from '../outline/outlineBounds.ts'
import type { DrawBase } from './drawBase.ts'
import type { KindArt, Measures } from './layerKind.ts'
import { LAYER_KIND_RECORDS, type DrawItem } from './layerKinds.ts'

/** The box an item is cropped in, its line with it, in its own coordinates, px. */
export function cropBox(item: DrawItem, measures: Measures): Bounds {
  const { x, y, width, height } = (LAYER_KIND_RECORDS[item.kind].art as KindArt<DrawItem>).bounds(
    item,
    measures,
  )
  const beyond = 'strokeWidth' in item ? item.strokeWidth / 2 : 0
  return { x: x - beyond, y: y - beyond, width: width + 2 * beyond, height: height + 2 * beyond }
}

/**
 * The box a group is cropped in: the smallest that is level in the group's coordinates and holds the boxes of all that shows
 * in it now, whole as they are without crops of their own. Masks are not counted, nor what stands in shown scenes beyond
 * their frames.
 * @param items what stands in the group
 * @param matrix from the group's coordinates to the stage
 * @returns null where nothing shows, or the group is flattened to nothing
 * Source: W3C, SVG 2, 8.10 (bounding boxes of container elements: the union of their children's); that masks are left out: own.
 */
export function groupBox(items: readonly DrawBase[], matrix: Matrix, measures: Measures): Bounds | null {
  const counted = (items as readonly DrawItem[]).filter(
    ({ shown, isMask, use, layer }) => shown && !isMask && use === layer,
  )
  return levelBox(counted, matrix, (item) => cropBox(item, measures))
}

/**
 * The smallest box that is level in some coordinates and holds boxes of items.
 * @param matrix from those coordinates to the stage
 * @param boxOf an item's box in its own coordinates, px
 * @returns null for no items, for boxes without an end, or where the map flattens all to nothing
 */
export function levelBox(
  items: readonly DrawItem[],
  matrix: Matrix,
  boxOf: (item: DrawItem) => Bounds,
): Bounds | null {
  const inverse = invertMatrix(matrix)
  if (!inverse || items.length === 0) return null
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity]
  for (const item of items) {
    const { x, y, width, height } = boxOf(item)
    for (const [across, down] of CORNERS) {
      const onStage = applyMatrix(item.matrix, x + across * width, y + down * height)
      const [atX, atY] = applyMatrix(inverse, ...onStage)
      left = Math.min(left, atX)
      top = Math.min(top, atY)
      right = Math.max(right, atX)
      bottom = Math.max(bottom, atY)
    }
  }
  const [width, height] = [right - left, bottom - top]
  return Number.isFinite(width) && Number.isFinite(height) ? { x: left, y: top, width, height } : null
}

const CORNERS = [
  [0, 0],
  [1, 0],
  [1, 1],
  [0, 1],
] as const
