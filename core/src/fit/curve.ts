/** What the fitter is given: one or more numbers over time, in any units. */
export interface Curve {
  /** Numbers a value has. */
  readonly width: number
  /** Writes the value at a time. */
  valueInto(out: Float64Array, t: number): void
  /** Writes the slope at a time, units per unit of time; left out, slopes are taken from neighbouring looks. */
  slopeInto?(out: Float64Array, t: number): void
}

/** A cubic Bézier over a stretch of time. */
export interface CurvePiece {
  readonly start: number
  readonly end: number
  readonly from: readonly number[]
  readonly to: readonly number[]
  /** How far the handles extend, as shares of the piece's time, 0 … 1. */
  readonly reachLeave: number
  readonly reachArrive: number
  /** Second control point minus `from`, and `to` minus the third, one a component. */
  readonly leave: readonly number[]
  readonly arrive: readonly number[]
}

/** Writes a piece's value at an elapsed Bézier parameter s. */
export function pieceValueInto(out: Float64Array, piece: CurvePiece, s: number): void {
  const r = 1 - s
  for (let c = 0; c < piece.from.length; c += 1) {
    const from = piece.from[c]!
    out[c] =
      from +
      (piece.to[c]! - from) * s * s * (3 - 2 * s) +
      3 * r * s * (r * piece.leave[c]! - s * piece.arrive[c]!)
  }
}
