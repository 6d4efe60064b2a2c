import type { UnitCurve } from '../../bend/index.ts'
import type { LiftedCurve } from './liftedCurve.ts'
import { addLift, speedThrough } from './liftedCurve.ts'
import type { Mixer } from '../mixers/mixer.ts'

/** What lies between two neighbouring timed keys, made ready. */
export interface CompiledSpan {
  /** Elapsed fraction to progress. */
  readonly curve: UnitCurve
  /** Writes the value at elapsed fraction u, 0 … 1, one number a component. */
  valueInto(out: Float64Array, u: number): void
  /** Writes the speed in units per second; one number a component, one in all for a place. */
  speedInto(out: Float64Array, u: number): void
}

/** A span whose value is its mixer's at the bend's progress, with the bumps its handles add. */
export class MixedSpan implements CompiledSpan {
  readonly curve: UnitCurve

  constructor(
    readonly mixer: Mixer,
    private readonly lifted: LiftedCurve,
    private readonly seconds: number,
  ) {
    this.curve = lifted.curve
  }

  valueInto(out: Float64Array, u: number): void {
    this.mixer.mixInto(out, this.curve.progress(u))
    addLift(out, this.lifted, u)
    this.mixer.finishInto?.(out)
  }

  speedInto(out: Float64Array, u: number): void {
    this.mixer.slopeInto(out, this.curve.progress(u))
    speedThrough(out, this.lifted, { u, seconds: this.seconds, width: this.mixer.width })
  }
}
