import type { DrawItem, DrawItems, DrawnKind } from '@arrow-bend/core/scene'
import { clipPainter } from './clipPainter.ts'
import { ellipsePainter } from './ellipsePainter.ts'
import { imagePainter } from './imagePainter.ts'
import type { Painter } from './painter.ts'
import { pathPainter } from './pathPainter.ts'
import { rectanglePainter } from './rectanglePainter.ts'
import { textPainter } from './textPainter.ts'

/** A painter for each kind of layer that is drawn. */
const PAINTERS: { readonly [K in DrawnKind]: Painter<DrawItems[K]> } = {
  rectangle: rectanglePainter,
  ellipse: ellipsePainter,
  path: pathPainter,
  text: textPainter,
  image: imagePainter,
  clip: clipPainter,
  // The frame of a scene: what stands in it has items of its own.
  scene: { paint: () => undefined, path: () => null },
}

/** The painter of an item. */
export function painterOf(item: DrawItem): Painter<DrawItem> {
  return PAINTERS[item.kind] as Painter<DrawItem>
}
