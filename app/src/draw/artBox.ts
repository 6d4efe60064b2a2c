import type { Bounds, DrawItem } from '@arrow-bend/core/scene'
import { itemCorners } from './itemBounds.ts'
import type { PictureBook } from './pictureBook.ts'

/** The level box around items, px; null where they take no room, as what is not decoded yet. */
export function artBox(items: readonly DrawItem[], pictures: PictureBook): Bounds | null {
  const corners = items.flatMap((item) => itemCorners(item, pictures))
  const [xs, ys] = [corners.map(([x]) => x), corners.map(([, y]) => y)]
  const [x, y] = [Math.min(...xs), Math.min(...ys)]
  const [width, height] = [Math.max(...xs) - x, Math.max(...ys) - y]
  return width > 0 && height > 0 ? { x, y, width, height } : null
}
