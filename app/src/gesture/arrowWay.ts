import type { Point } from '../chart/route/routeGeometry.ts'

const ARROWS: Readonly<Record<string, Point>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
}

/** The way an arrow key asks for, ten times as far with Shift, and taken from what else it would do; null for others. */
export function arrowWay(event: KeyboardEvent): Point | null {
  const arrow = ARROWS[event.key]
  if (!arrow) return null
  event.preventDefault()
  event.stopPropagation()
  const size = event.shiftKey ? 10 : 1
  return [arrow[0] * size, arrow[1] * size]
}
