import type { BendLibrary, PlainBend } from '../bend/index.ts'
import type { PlaceSpan } from '../property/index.ts'
import type { LayerClock } from '../scene/index.ts'
import type { Ticks } from '../time/index.ts'

/** When, what, and how it goes on. */
export interface PlayedKey {
  /** Share of the played duration, 0 … 1. */
  readonly share: number
  /** Components of the value, as the property's kind numbers them; a single distance in px along a path. */
  readonly numbers: readonly number[]
  /** Toward the next key; unused on the last. Straight pieces are keys with linear bends. */
  readonly bend: PlainBend
}

/** What a property does from the start of a scene to its end, free of any format: at least one key, in order. */
export interface PlayedTrack {
  readonly keys: readonly PlayedKey[]
  /** The route the numbers are distances along; null where they are values. */
  readonly path: readonly PlaceSpan[] | null
}

/** What whoever writes a track can say, and how near it has to be. */
export interface PlayOptions {
  /** From the start of the scene. */
  readonly duration: Ticks
  /**
   * Largest error of straight pieces, in the value's own unit, at seven places of each. A spike narrower than these, as
   * lifts on handles that cross can make, is not seen.
   */
  readonly within: number
  /** The project's named bends. */
  readonly library: BendLibrary
  /** Of the layer. */
  readonly clock: LayerClock
  /** Length of a frame, ticks: what cannot be worked out by spans is looked at so often, several times each. */
  readonly frame: number
  /** Told how many straight pieces a property takes so far; throws where that is too many. */
  readonly checkCount: (count: number) => void
}
