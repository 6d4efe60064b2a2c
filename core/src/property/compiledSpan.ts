import type { UnitCurve } from '../bend/index.ts'

/** What lies between two neighbouring keys, made ready. */
export interface CompiledSpan {
  /** Elapsed fraction to progress. */
  readonly curve: UnitCurve
  /** Writes the value at elapsed fraction u, 0 … 1, one number a component. */
  valueInto(out: Float64Array, u: number): void
  /** Writes the speed in units per second; one number a component, one in all for a place. */
  speedInto(out: Float64Array, u: number): void
}
