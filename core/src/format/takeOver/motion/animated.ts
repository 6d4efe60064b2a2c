import type { RoundKey, Timing } from './playRounds.ts'

/** Something of an element that a file moves, its values as they are written. */
export interface Animated {
  /** As in CSS, or an attribute. */
  readonly property: string
  /** From 0 to 1; null where a value is what holds without it. */
  readonly round: readonly RoundKey<string | null>[]
  readonly timing: Timing
  /** Of what is moved along a path: its data, and how the element turns with it. */
  readonly along?: { readonly path: string; readonly rotate: string }
  /** Put to what holds without it, not in its place. */
  readonly adds?: boolean
  /** Where it stands in the file. */
  readonly where: string
}

/** What of a file was not understood, and where it stands there. */
export interface LeftOut {
  readonly what: string
  readonly where: string
}
