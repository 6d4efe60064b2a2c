import { identityMatrix, levelBox, type Bounds, type DrawItem } from '@arrow-bend/core/scene'
import { itemBounds } from './itemBounds.ts'
import type { PictureBook } from './pictureBook.ts'

const STAGE = identityMatrix()

/** The level box around items, px; null where they take no room, as what is not decoded yet. */
export function artBox(items: readonly DrawItem[], pictures: PictureBook): Bounds | null {
  const box = levelBox(items, STAGE, (item) => itemBounds(item, pictures))
  return box && box.width > 0 && box.height > 0 ? box : null
}
