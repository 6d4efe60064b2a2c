import type { DrawBase } from '@arrow-bend/core/scene'
import type { Context2d } from '../context2d.ts'
import type { PictureBook } from '../pictureBook.ts'

export interface PaintWith {
  readonly pictures: PictureBook
  /** Screen px a px of the item, to choose how fine a picture to draw. */
  readonly scale: number
}

/** Paints one kind of item, in its own coordinates. */
export interface Painter<Item extends DrawBase> {
  paint(context: Context2d, item: Item, options: PaintWith): void
  /** The shape that is filled, for telling what lies under a point; null where that is the whole box. */
  path(item: Item): Path2D | null
}
