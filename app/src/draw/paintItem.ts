import { isAffected, type DrawItem } from '@arrow-bend/core/scene'
import type { Context2d } from './context2d.ts'
import { paintAffected } from './paintAffected.ts'
import { painterOf } from './painters/painters.ts'
import { clipToSeen } from './seenBox.ts'
import type { PictureBook } from './pictureBook.ts'

/**
 * Paints one item. The context's transform must be the stage's; it is left as it was.
 * @param scale screen pixels a stage pixel
 */
export function paintItem(context: Context2d, item: DrawItem, pictures: PictureBook, scale: number): void {
  // What is seen of a scene is what stands in it.
  if (!item.shown || item.opacity <= 0 || item.kind === 'scene') return
  if (isAffected(item.effects)) {
    const paint = (on: Context2d): void => paintPlain(on, item, { opacity: 1, pictures, scale })
    const { effects, matrix, opacity } = item
    paintAffected(context, { effects, matrix }, { items: [item], opacity, pictures, paint })
  } else paintPlain(context, item, { opacity: item.opacity, pictures, scale })
}

interface Plainly {
  readonly opacity: number
  readonly pictures: PictureBook
  readonly scale: number
}

function paintPlain(context: Context2d, item: DrawItem, { opacity, pictures, scale }: Plainly): void {
  const [a, b, c, d, e, f] = item.matrix as unknown as [number, number, number, number, number, number]
  context.save()
  context.transform(a, b, c, d, e, f)
  context.globalAlpha *= opacity
  clipToSeen(context, item, pictures)
  painterOf(item).paint(context, item, { pictures, scale: scale * Math.hypot(a, b) })
  context.restore()
}
