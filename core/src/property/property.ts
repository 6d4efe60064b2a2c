import type { Bend } from '../bend/index.ts'
import type { Vec2 } from '../route/index.ts'
import type { Ticks } from '../time/index.ts'
import type { Pattern } from './patterns/pattern.ts'

export type PropertyKind = 'number' | 'pair' | 'place' | 'turn' | 'colour' | 'outline' | 'choice'

/** How a key passes motion through: sides free, sides in one line, sides worked out by the program. */
export type Through = 'corner' | 'joined' | 'smooth'

/** A vertex of an outline. Angles in degrees, clockwise from the x axis; lengths and the corner radius in px. */
export interface Vertex {
  readonly at: Vec2
  readonly arrive: { readonly angle: number; readonly length: number }
  readonly leave: { readonly angle: number; readonly length: number }
  readonly corner: number
}

export interface Outline {
  readonly closed: boolean
  readonly vertices: readonly Vertex[]
}

/** number, turn: a number; pair, place: [x, y]; colour: a CSS colour; choice: text or a switch; outline: vertices. */
export type Value = number | Vec2 | string | boolean | Outline

/** The route's handles at a key of a place: offsets in px toward the span before and the span after. */
export interface KeyRoute {
  readonly arrive: Vec2
  readonly leave: Vec2
  readonly through: Through
}

export interface Key {
  readonly id: string
  readonly t: Ticks
  readonly value: Value
  /** Shapes the span to the next key; kept but unused on the last. */
  readonly bend: Bend
  readonly through: Through
  readonly route?: KeyRoute
  /**
   * A waypoint of a place: it shapes the route, but when it is passed follows from the bend over the stretch between
   * its timed neighbours. Edits keep its `t` at that moment, so that keys stay in order; evaluation never reads it.
   */
  readonly timeless?: true
}

/** What happens outside the keys. */
export type Outside = 'hold' | 'loop' | 'carryOn' | 'thereAndBack' | 'continue'

export type Mix = 'plain' | 'geometric' | 'oklab' | 'oklch' | 'oklch-longer' | 'srgb-linear' | 'srgb'

export interface Property {
  readonly kind: PropertyKind
  readonly mix?: Mix
  /** Which rule works smooth sides out: Steffen's, which never leaves the keys' range, or one that may. */
  readonly smoothing?: 'steady' | 'flowing'
  /** The value while there are no keys, and what remains when they go. */
  readonly value: Value
  /** By time, no two at one tick. */
  readonly keys: readonly Key[]
  readonly before?: Outside
  readonly after?: Outside
  /** A position that is played by the layer's `position x` and `position y` instead. */
  readonly split?: true
  /** Live patterns on top of what the keys say, in their order; of kinds that go by few numbers. */
  readonly patterns?: readonly Pattern[]
}

/** How many numbers a value of a kind is written with; 0 for kinds that are not written as a few numbers. */
export const KIND_WIDTH: Readonly<Record<PropertyKind, number>> = {
  number: 1,
  turn: 1,
  pair: 2,
  place: 2,
  colour: 4,
  outline: 0,
  choice: 0,
}
