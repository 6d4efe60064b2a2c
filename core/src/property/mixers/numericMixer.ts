import { mixGeometric, mixPlain } from '../mix.ts'
import type { Mixer } from './mixer.ts'

/** Mixes two lists of numbers component by component: number, turn, pair, outline, the distance along a route. */
export class NumericMixer implements Mixer {
  readonly width: number

  constructor(
    private readonly from: ArrayLike<number>,
    private readonly to: ArrayLike<number>,
  ) {
    this.width = from.length
  }

  mixInto(out: Float64Array, p: number): void {
    for (let i = 0; i < this.width; i += 1) out[i] = mixPlain(this.from[i]!, this.to[i]!, p)
  }

  slopeInto(out: Float64Array): void {
    for (let i = 0; i < this.width; i += 1) out[i] = this.to[i]! - this.from[i]!
  }
}

/** Mixes by equal ratios where both values are above 0, else plainly. */
export class GeometricMixer implements Mixer {
  readonly width: number

  constructor(
    private readonly from: ArrayLike<number>,
    private readonly to: ArrayLike<number>,
  ) {
    this.width = from.length
  }

  mixInto(out: Float64Array, p: number): void {
    for (let i = 0; i < this.width; i += 1) out[i] = mixGeometric(this.from[i]!, this.to[i]!, p)
  }

  slopeInto(out: Float64Array, p: number): void {
    for (let i = 0; i < this.width; i += 1) {
      const from = this.from[i]!
      const to = this.to[i]!
      out[i] = from > 0 && to > 0 ? mixGeometric(from, to, p) * Math.log(to / from) : to - from
    }
  }
}
