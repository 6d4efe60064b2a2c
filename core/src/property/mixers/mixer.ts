/** Turns progress into a value between two keys' values: one number a component. */
export interface Mixer {
  /** Numbers a value has. */
  readonly width: number
  /** Writes the value at progress p (free): the first key's at 0 and the second's at 1, exactly. */
  mixInto(out: Float64Array, p: number): void
  /** Writes d(value)/dp at progress p, one number a component. */
  slopeInto(out: Float64Array, p: number): void
  /** Puts a value that a lift has pushed out of what can be stored back into it; left out where anything can. */
  finishInto?(out: Float64Array): void
}
