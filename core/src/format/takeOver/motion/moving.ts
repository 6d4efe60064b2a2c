import type { PlainBend } from '../../../bend/index.ts'
import type { Outside } from '../../../property/index.ts'
import type { Vec2 } from '../../../route/index.ts'
import type { Ticks } from '../../../time/index.ts'

/** A value at a moment, and how it goes on to the next. */
export interface MovingKey<V> {
  readonly t: Ticks
  readonly value: V
  readonly bend: PlainBend
  /** Of a place: its handles, as offsets. */
  readonly route?: { readonly arrive: Vec2; readonly leave: Vec2 }
  /** Of a place: it only shapes the way. */
  readonly timeless?: true
}

/** What a value read from a file does in time, before it is a property of a layer. */
export interface Moving<V> {
  /** What it is while there are no keys. */
  readonly rest: V
  /** By time, no two at one tick. */
  readonly keys: readonly MovingKey<V>[]
  readonly before: Outside
  readonly after: Outside
}

/** A value that stays as it is. */
export const still = <V>(rest: V): Moving<V> => ({ rest, keys: [], before: 'hold', after: 'hold' })

export const isStill = ({ keys }: Moving<unknown>): boolean => keys.length === 0

/** The same in other numbers. Between keys it stays true where the map is affine. */
export function mapMoving<V, W>(moving: Moving<V>, map: (value: V) => W): Moving<W> {
  return {
    ...moving,
    rest: map(moving.rest),
    keys: moving.keys.map((key) => ({ ...key, value: map(key.value) })),
  }
}

/** Two values as one; null where they do not move at the same times in the same way. */
export function zipMoving<V, W, Z>(
  one: Moving<V>,
  other: Moving<W>,
  join: (one: V, other: W) => Z,
): Moving<Z> | null {
  if (isStill(other)) return mapMoving(one, (value) => join(value, other.rest))
  if (isStill(one)) return mapMoving(other, (value) => join(one.rest, value))
  const alike =
    one.before === other.before &&
    one.after === other.after &&
    one.keys.length === other.keys.length &&
    one.keys.every(({ t, bend }, i) => {
      const beside = other.keys[i]!
      const last = i === one.keys.length - 1
      return t === beside.t && (last || JSON.stringify(bend) === JSON.stringify(beside.bend))
    })
  if (!alike) return null
  return {
    ...one,
    rest: join(one.rest, other.rest),
    keys: one.keys.map((key, i) => ({ ...key, value: join(key.value, other.keys[i]!.value) })),
  }
}
