/** What a zip may hold, so that a small file cannot fill the memory. */
export interface ZipLimits {
  /** Bytes its entries may unfold to. */
  readonly bytes: number
  readonly entries: number
  /** Which entries are wanted; others are not unpacked but count. */
  readonly wanted: (name: string) => boolean
}

/** Pictures are packed already and documents shrink to a thirtieth: what unfolds far beyond that is made to harm. */
const MOST_TIMES = 200
const ALWAYS_FINE = 16 * 1024 * 1024

/** Whether a file unfolds to so much more than it has, both in bytes, that it is made to harm. */
export function isBomb(unfolded: number, packed: number): boolean {
  return unfolded > ALWAYS_FINE && unfolded > MOST_TIMES * packed
}
