/** A compiled bend. `u` is elapsed time as a fraction of the span; outside 0 … 1 it is taken to the nearer end. */
export interface UnitCurve {
  /** Progress at u: 0 at the start and 1 at the end exactly, free between. */
  progress(u: number): number
  /** dp/du at u, one-sided at the ends; may be ±Infinity where the curve stands upright. */
  pace(u: number): number
}

export const LINEAR_CURVE: UnitCurve = {
  progress: (u) => (u <= 0 ? 0 : u >= 1 ? 1 : u),
  pace: () => 1,
}

/** Progress stays 0 until the span ends. */
export const HOLD_CURVE: UnitCurve = {
  progress: (u) => (u >= 1 ? 1 : 0),
  pace: () => 0,
}
