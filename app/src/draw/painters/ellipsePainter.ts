import { boxAboutMiddle, ellipseLength, type DrawItems } from '@arrow-bend/core/scene'
import { paintShape } from './paintShape.ts'
import type { Painter } from './painter.ts'

type EllipseItem = DrawItems['ellipse']

function ellipsePath({ size }: EllipseItem): Path2D {
  const path = new Path2D()
  path.ellipse(0, 0, Math.max(0, size[0]!) / 2, Math.max(0, size[1]!) / 2, 0, 0, 2 * Math.PI)
  return path
}

export const ellipsePainter: Painter<EllipseItem> = {
  path: ellipsePath,
  paint: (context, item) =>
    paintShape(context, ellipsePath(item), item, {
      length: () => ellipseLength(Math.max(0, item.size[0]!), Math.max(0, item.size[1]!)),
      box: () => boxAboutMiddle(item.size[0]!, item.size[1]!),
    }),
}
