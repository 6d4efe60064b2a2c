import type { Point } from '../chart/route/routeGeometry.ts'

/** Where a pointer is in a drawing, px from its corner. A box measured once serves all moves of a drag. */
export function pointerIn(
  { clientX, clientY }: Pick<MouseEvent, 'clientX' | 'clientY'>,
  drawing: Element | Pick<DOMRect, 'left' | 'top'>,
): Point {
  const { left, top } = drawing instanceof Element ? drawing.getBoundingClientRect() : drawing
  return [clientX - left, clientY - top]
}

/** The drawing that what was pressed is a part of: the whole SVG, or the element itself. */
export function drawingOf({ currentTarget }: Event): Element {
  const pressed = currentTarget as Element
  return pressed instanceof SVGElement ? (pressed.ownerSVGElement ?? pressed) : pressed
}

/** How far a pointer has come since it was pressed, px. */
export function wayFrom(press: MouseEvent, moved: MouseEvent): Point {
  return [moved.clientX - press.clientX, moved.clientY - press.clientY]
}
