/** A key as it is seen in a lane or a graph, px. */
export interface BeadDot {
  readonly x: number
  readonly y: number
  readonly chosen: boolean
  /** A point of a route without a time of its own. */
  readonly small?: boolean
}
