import type { Outline } from '@arrow-bend/core/property'
import { outlineBounds, outlineLength, outlinePathData, type DrawItems } from '@arrow-bend/core/scene'
import { paintShape } from './paintShape.ts'
import type { Painter } from './painter.ts'

const PATHS = new WeakMap<Outline, Path2D>()

/** The drawn form of an outline, made once. */
export function outlinePath(outline: Outline): Path2D {
  const known = PATHS.get(outline)
  if (known) return known
  const made = new Path2D(outlinePathData(outline))
  PATHS.set(outline, made)
  return made
}

export const pathPainter: Painter<DrawItems['path']> = {
  path: ({ outline }) => outlinePath(outline),
  paint: (context, item) =>
    paintShape(context, outlinePath(item.outline), item, {
      length: () => outlineLength(item.outline),
      box: () => outlineBounds(item.outline),
    }),
}
