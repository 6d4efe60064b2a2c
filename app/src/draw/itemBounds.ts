import {
  applyMatrix,
  LAYER_KIND_RECORDS,
  type Bounds,
  type DrawItem,
  type KindArt,
  type Measures,
} from '@arrow-bend/core/scene'
import { measureText } from './measureText.ts'
import type { PictureBook } from './pictureBook.ts'

/** The sizes only whoever draws knows. */
export const measuresOf = (pictures: PictureBook): Measures => ({
  text: measureText,
  picture: (id) => pictures.sizeOf(id),
})

/** The box of an item in its own coordinates, px. */
export function itemBounds(item: DrawItem, pictures: PictureBook): Bounds {
  const art = LAYER_KIND_RECORDS[item.kind].art as KindArt<DrawItem>
  return art.bounds(item, measuresOf(pictures))
}

/** The corners of an item's box on the stage, in order round it. */
export function itemCorners(item: DrawItem, pictures: PictureBook): [number, number][] {
  const { x, y, width, height } = itemBounds(item, pictures)
  return (
    [
      [x, y],
      [x + width, y],
      [x + width, y + height],
      [x, y + height],
    ] as const
  ).map(([px, py]) => applyMatrix(item.matrix, px, py))
}
