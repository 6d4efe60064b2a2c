import type { UnitCurve } from '../bend/index.ts'
import type { CompiledSpan } from './compiledSpan.ts'
import { addLift, addLiftSpeed, type LiftedCurve } from './liftedCurve.ts'
import { mixGeometric, mixPlain } from './mix.ts'

/** A span between two lists of numbers (a number, a turn, a pair), mixed per component. */
export class NumericSpan implements CompiledSpan {
  readonly curve: UnitCurve

  constructor(
    private readonly from: readonly number[],
    private readonly to: readonly number[],
    private readonly geometric: boolean,
    private readonly lifted: LiftedCurve,
    private readonly seconds: number,
  ) {
    this.curve = lifted.curve
  }

  valueInto(out: Float64Array, u: number): void {
    const p = this.curve.progress(u)
    const mix = this.geometric ? mixGeometric : mixPlain
    for (let i = 0; i < this.from.length; i += 1) out[i] = mix(this.from[i]!, this.to[i]!, p)
    addLift(out, this.lifted, u)
  }

  speedInto(out: Float64Array, u: number): void {
    const pace = this.curve.pace(u) / this.seconds
    const p = this.geometric ? this.curve.progress(u) : 0
    for (let i = 0; i < this.from.length; i += 1) {
      const slope = this.slope(this.from[i]!, this.to[i]!, p)
      out[i] = slope === 0 ? 0 : slope * pace
    }
    addLiftSpeed(out, this.lifted, u, this.seconds)
  }

  /** d(value)/dp */
  private slope(from: number, to: number, p: number): number {
    if (!this.geometric || !(from > 0 && to > 0)) return to - from
    return mixGeometric(from, to, p) * Math.log(to / from)
  }
}
