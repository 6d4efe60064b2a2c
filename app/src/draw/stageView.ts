/** Where the stage lies in its panel: a px of the stage is `scale` px of the screen, and its corner is at x, y. */
export interface StageView {
  readonly scale: number
  readonly x: number
  readonly y: number
}

/** A point of the stage or of its panel. */
type Point = readonly [x: number, y: number]

/** Where a point of the stage is seen, px of the panel. */
export function toScreen({ scale, x, y }: StageView, [stageX, stageY]: Point): Point {
  return [x + stageX * scale, y + stageY * scale]
}

/** The point of the stage that is seen somewhere in the panel. */
export function toStage({ scale, x, y }: StageView, [screenX, screenY]: Point): Point {
  return [(screenX - x) / scale, (screenY - y) / scale]
}

/** A way on the screen as one on the stage. */
export function wayOnStage({ scale }: StageView, [dx, dy]: Point): Point {
  return [dx / scale, dy / scale]
}

/** A rectangle of the stage as it is seen. */
export function rectOnScreen(
  view: StageView,
  { x, y, width, height }: RectOf,
): { x: number; y: number; width: number; height: number } {
  const [left, top] = toScreen(view, [x, y])
  return { x: left, y: top, width: width * view.scale, height: height * view.scale }
}

interface RectOf {
  readonly x: number
  readonly y: number
  readonly width: number
  readonly height: number
}
