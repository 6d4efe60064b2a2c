import type { DrawItems } from '@arrow-bend/core/scene'
import { paintShape } from './paintShape.ts'
import type { Painter } from './painter.ts'

type RectangleItem = DrawItems['rectangle']

function rectanglePath({ size, corner }: RectangleItem): Path2D {
  const [width, height] = [Math.max(0, size[0]!), Math.max(0, size[1]!)]
  const path = new Path2D()
  path.roundRect(-width / 2, -height / 2, width, height, Math.min(corner, width / 2, height / 2))
  return path
}

export const rectanglePainter: Painter<RectangleItem> = {
  path: rectanglePath,
  paint: (context, item) => paintShape(context, rectanglePath(item), item, 'sharp'),
}
