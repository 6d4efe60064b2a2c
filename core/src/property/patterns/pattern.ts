import type { PlainBend } from '../../bend/index.ts'
import type { Ticks } from '../../time/index.ts'

export const PATTERN_KINDS = ['sine', 'zigzag', 'square', 'fadingSine', 'wander', 'own'] as const
export type PatternKind = (typeof PATTERN_KINDS)[number]

export const PATTERN_MODES = ['add', 'multiply', 'replace'] as const
/** What a pattern does with what the keys say. */
export type PatternMode = (typeof PATTERN_MODES)[number]

/** How a pattern sets in, or dies away: its share of itself over a length of time. */
export interface PatternFade {
  /** > 0 */
  readonly length: Ticks
  readonly bend: PlainBend
}

/**
 * Something that goes on over and over for a stretch of time, on top of what a property's keys say. In the stretch
 * x = frequency · seconds(t − from) + phase counts its cycles. Source: the motion model, section 13.
 */
export interface Pattern {
  readonly id: string
  readonly kind: PatternKind
  /** The stretch, ticks; `to` is not part of it. */
  readonly from: Ticks
  readonly to: Ticks
  /** Numbers in the property's own unit, shares of it to multiply by, or two colours. */
  readonly low: number | string
  readonly high: number | string
  /** Hz, > 0. */
  readonly frequency: number
  /** Cycles, 0 … 1. */
  readonly phase: number
  /** `add` where it says nothing. */
  readonly mode?: PatternMode
  /** Which number of a pair or a place; both where it says nothing. */
  readonly component?: 0 | 1
  /** Of a place: added along its route, or across it to the right. */
  readonly direction?: 'along' | 'across'
  /** Of a square: its share of a cycle that is low, 0 … 1; ½ where it says nothing. */
  readonly duty?: number
  /** Of a fading sine: how fast it dies, 1/s; below 0 it grows. */
  readonly fade?: number
  /** A whole number within 32 bits: of a wander, and of what is uneven. */
  readonly seed?: number
  /** Of a pattern of one's own: one cycle of it, from low to high. */
  readonly bend?: PlainBend
  readonly fadeIn?: PatternFade
  readonly fadeOut?: PatternFade
  /** How much less high some swings are than others, 0 … 1. */
  readonly unevenHeight?: number
  /** How much longer some swings take than others, 0 … 1. */
  readonly unevenTime?: number
  /** Runs from the end of its stretch to the start. */
  readonly backward?: true
  /** Does nothing for now. */
  readonly off?: true
}
