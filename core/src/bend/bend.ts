export type FamilyName =
  'sine' | 'power' | 'exponential' | 'circular' | 'back' | 'elastic' | 'bounce' | 'spring' | 'steps'

/** One side of a span's Bézier. */
export interface Handle {
  /** Share of the span's time, 0 … 1. */
  readonly reach: number
  /** Share of the span's change; free, 0 is flat. */
  readonly rise: number
  /** A bump in value units, one number a component, that does not depend on the change. Zeros when left out. */
  readonly lift?: readonly number[]
}

export interface Handles {
  readonly leave: Handle
  readonly arrive: Handle
}

/** How a family is laid over the span: its own start, its end mirrored, or half of each. */
export type Mode = 'in' | 'out' | 'inOut'

/** Which ends of a stepped span jump. Source: CSS Easing 2, steps(). */
export type StepJump = 'start' | 'end' | 'both' | 'none'

export interface FamilyBend {
  readonly kind: 'family'
  readonly family: FamilyName
  /** `in` when left out; steps have none. */
  readonly mode?: Mode
  readonly power?: number
  readonly overshoot?: number
  readonly amplitude?: number
  readonly period?: number
  readonly bounces?: number
  readonly restitution?: number
  readonly dampingRatio?: number
  readonly velocity?: number
  readonly steps?: number
  readonly jump?: StepJump
  /**
   * The part of the family's time this span plays, 0 ≤ from < to ≤ 1; the whole when left out.
   * Own: it lets a key be put into a family's span without changing the motion at all.
   */
  readonly part?: readonly [from: number, to: number]
}

/** A point of a points bend. Handles are offsets from `at`; their u stays between the neighbouring points. */
export interface BendNode {
  readonly at: readonly [u: number, p: number]
  readonly arrive: readonly [du: number, dp: number]
  readonly leave: readonly [du: number, dp: number]
  readonly through: 'corner' | 'joined' | 'smooth'
}

/** The map from a span's elapsed time (0–1) to its progress (0–1 and beyond), as it can be evaluated. */
export type PlainBend =
  | { readonly kind: 'linear' }
  | { readonly kind: 'hold' }
  | { readonly kind: 'handles'; readonly leave: Handle; readonly arrive: Handle }
  | FamilyBend
  | PointsBend

export interface PointsBend {
  readonly kind: 'points'
  /** From (0, 0) to (1, 1), u strictly increasing. */
  readonly nodes: readonly BendNode[]
}

/** A span that bends as an entry of the project's bend library does. */
export interface LinkedBend {
  readonly kind: 'linked'
  readonly bendId: string
}

/** A bend as stored with a key. */
export type Bend = PlainBend | LinkedBend

/** The numbers a family bend may carry. */
export type FamilyNumber =
  | 'power'
  | 'overshoot'
  | 'amplitude'
  | 'period'
  | 'bounces'
  | 'restitution'
  | 'dampingRatio'
  | 'velocity'
  | 'steps'

export const LINEAR: PlainBend = { kind: 'linear' }
export const HOLD: PlainBend = { kind: 'hold' }
