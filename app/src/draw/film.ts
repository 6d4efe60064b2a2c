/** A clip as it is drawn: whatever moment is asked for, at once. */
export interface Film {
  /** px */
  readonly width: number
  readonly height: number
  /** Frames that were not decoded when they were to be shown in playing. */
  readonly late: number
  /**
   * The frame shown at a local time, s, before the start the first and past the end the last; while it is not decoded,
   * the one nearest at hand. Null while there is none.
   */
  frameAt(seconds: number): ImageBitmap | null
  /** Makes the frame at a local time, s, ready while nothing else is wanted. */
  expect?(seconds: number): void
}
