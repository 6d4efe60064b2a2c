import type { UnitCurve } from '../../bend/index.ts'
import type { CompiledRoute, Vec2 } from '../../route/index.ts'
import { MixedSpan, type CompiledSpan } from './compiledSpan.ts'
import type { LiftedCurve } from './liftedCurve.ts'
import { NumericMixer } from '../mixers/numericMixer.ts'

/** A span between two points of the stage: progress is the share of the distance along the route. */
export class PlaceSpan implements CompiledSpan {
  readonly curve: UnitCurve
  private readonly travel: MixedSpan
  private readonly distance = new Float64Array(1)

  constructor(
    readonly route: CompiledRoute,
    lifted: LiftedCurve,
    seconds: number,
  ) {
    this.curve = lifted.curve
    this.travel = new MixedSpan(new NumericMixer([0, route.length], 0, 1), lifted, seconds)
  }

  /** Distance travelled at u, px from the span's start; may lie outside 0 … length. */
  distanceAt(u: number): number {
    this.travel.valueInto(this.distance, u)
    return this.distance[0]!
  }

  valueInto(out: Float64Array, u: number): void {
    this.route.pointInto(out, this.distanceAt(u))
  }

  /** Along the route, px/s; negative while it backs up. */
  speedInto(out: Float64Array, u: number): void {
    this.travel.speedInto(this.distance, u)
    out[0] = this.distance[0]!
  }

  /** Unit direction of the route (not of the travel) at u; [0, 0] on a route that is one point. */
  directionAt(u: number): Vec2 {
    return this.route.directionAt(this.distanceAt(u))
  }
}
