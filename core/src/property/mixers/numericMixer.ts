import { mixGeometric, mixPlain, MOST_GEOMETRIC } from '../mix.ts'
import type { Mixer } from './mixer.ts'

/** Two neighbouring values in a flat list: the second follows the first, `width` numbers each. */
abstract class NeighbourMixer implements Mixer {
  /**
   * @param values flat; held on to, not copied
   * @param at where the first value begins
   */
  constructor(
    protected readonly values: ArrayLike<number>,
    protected readonly at: number,
    readonly width: number,
  ) {}

  abstract mixInto(out: Float64Array, p: number): void
  abstract slopeInto(out: Float64Array, p: number): void
}

/** Mixes two lists of numbers component by component: number, turn, pair, outline, the distance along a route. */
export class NumericMixer extends NeighbourMixer {
  mixInto(out: Float64Array, p: number): void {
    const { values, at, width } = this
    for (let i = 0; i < width; i += 1) out[i] = mixPlain(values[at + i]!, values[at + width + i]!, p)
  }

  slopeInto(out: Float64Array): void {
    const { values, at, width } = this
    for (let i = 0; i < width; i += 1) out[i] = values[at + width + i]! - values[at + i]!
  }
}

/** Mixes by equal ratios where both values are above 0, else plainly. */
export class GeometricMixer extends NeighbourMixer {
  mixInto(out: Float64Array, p: number): void {
    const { values, at, width } = this
    for (let i = 0; i < width; i += 1) out[i] = mixGeometric(values[at + i]!, values[at + width + i]!, p)
  }

  slopeInto(out: Float64Array, p: number): void {
    const { values, at, width } = this
    for (let i = 0; i < width; i += 1) {
      const from = values[at + i]!
      const to = values[at + width + i]!
      const isByRatio = from > 0 && to > 0
      const mixed = isByRatio ? mixGeometric(from, to, p) : 0
      out[i] = !isByRatio ? to - from : mixed < MOST_GEOMETRIC ? mixed * (Math.log(to) - Math.log(from)) : 0
    }
  }
}
