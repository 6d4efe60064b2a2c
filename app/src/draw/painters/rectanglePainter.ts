import { boxAboutMiddle, rectangleLength, type DrawItems } from '@arrow-bend/core/scene'
import { paintShape } from './paintShape.ts'
import type { Painter } from './painter.ts'

type RectangleItem = DrawItems['rectangle']

interface RoundBox {
  readonly width: number
  readonly height: number
  readonly corner: number
}

function boxOf({ size, corner }: RectangleItem): RoundBox {
  const [width, height] = [Math.max(0, size[0]!), Math.max(0, size[1]!)]
  return { width, height, corner: Math.min(corner, width / 2, height / 2) }
}

function rectanglePath(item: RectangleItem): Path2D {
  const { width, height, corner } = boxOf(item)
  const path = new Path2D()
  path.roundRect(-width / 2, -height / 2, width, height, corner)
  return path
}

export const rectanglePainter: Painter<RectangleItem> = {
  path: rectanglePath,
  paint: (context, item) =>
    paintShape(context, rectanglePath(item), item, {
      length: () => {
        const { width, height, corner } = boxOf(item)
        return rectangleLength(width, height, corner)
      },
      box: () => boxAboutMiddle(item.size[0]!, item.size[1]!),
    }),
}
