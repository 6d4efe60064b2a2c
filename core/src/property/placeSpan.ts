import type { UnitCurve } from '../bend/index.ts'
import type { CompiledRoute } from '../route/index.ts'
import type { CompiledSpan } from './compiledSpan.ts'
import { addLift, addLiftSpeed, type LiftedCurve } from './liftedCurve.ts'
import { mixPlain } from './mix.ts'

/** A span between two points of the stage: progress is the share of the distance along the route. */
export class PlaceSpan implements CompiledSpan {
  readonly curve: UnitCurve
  private readonly lift = new Float64Array(1)

  constructor(
    readonly route: CompiledRoute,
    private readonly lifted: LiftedCurve,
    private readonly seconds: number,
  ) {
    this.curve = lifted.curve
  }

  /** Distance travelled at u, px from the span's start; may lie outside 0 … length. */
  distanceAt(u: number): number {
    this.lift[0] = mixPlain(0, this.route.length, this.curve.progress(u))
    addLift(this.lift, this.lifted, u)
    return this.lift[0]
  }

  valueInto(out: Float64Array, u: number): void {
    this.route.pointInto(out, this.distanceAt(u))
  }

  /** Along the route, px/s; negative while it backs up. */
  speedInto(out: Float64Array, u: number): void {
    const { length } = this.route
    this.lift[0] = length === 0 ? 0 : (length * this.curve.pace(u)) / this.seconds
    addLiftSpeed(this.lift, this.lifted, u, this.seconds)
    out[0] = this.lift[0]
  }
}
