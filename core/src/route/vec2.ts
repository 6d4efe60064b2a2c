/** A point or an offset on the stage, px; x to the right, y down. */
export type Vec2 = readonly [x: number, y: number]

export function distanceBetween(from: Vec2, to: Vec2): number {
  return Math.hypot(to[0] - from[0], to[1] - from[1])
}
