import { outlineBounds, type Bounds } from '../../../scene/index.ts'
import { pathOutlines, shapePath, type SvgWhole } from '../../svg/index.ts'
import type { XmlElement } from '../../xml/index.ts'

/** The box round a shape's form, without its line, in its own coordinates, px; null where it has none. */
export function shapeBox(element: XmlElement, whole: SvgWhole): Bounds | null {
  const boxes = pathOutlines(shapePath(element, whole), [1, 0, 0, 1, 0, 0]).map(outlineBounds)
  if (boxes.length === 0) return null
  const x = Math.min(...boxes.map((box) => box.x))
  const y = Math.min(...boxes.map((box) => box.y))
  return {
    x,
    y,
    width: Math.max(...boxes.map((box) => box.x + box.width)) - x,
    height: Math.max(...boxes.map((box) => box.y + box.height)) - y,
  }
}
