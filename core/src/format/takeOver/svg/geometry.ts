import type { Value } from '../../../property/index.ts'
import { playRounds } from '../motion/playRounds.ts'
import type { Animated, LeftOut } from '../motion/animated.ts'
import { mapMoving, still, zipMoving, type Moving } from '../motion/moving.ts'
import type { Computed } from '../style/cascade.ts'
import { lengthOf } from '../style/lengths.ts'

/** An element being read: what holds for it, and what of it moves. */
export interface MovedElement {
  readonly computed: Computed
  readonly moved: readonly Animated[]
  /** Where the scene ends, s. */
  readonly until: number
  readonly leftOut: (one: LeftOut) => void
}

/**
 * A property of an element in time. A value that cannot be read is what holds without motion.
 * @param add how values that are put to what holds are put to it; without it they take its place
 */
export function movingProperty<V>(
  { computed, moved, until }: Pick<MovedElement, 'computed' | 'moved' | 'until'>,
  property: string,
  read: (text: string | undefined) => V | null,
  usual: V,
  add?: (rest: V, value: V) => V,
): Moving<V> {
  const rest = read(computed[property]) ?? usual
  const one = moved.filter((each) => each.property === property).at(-1)
  if (!one) return still(rest)
  const valueOf = (text: string | null): V => {
    const value = text === null ? null : read(text)
    if (value === null) return rest
    return one.adds && add ? add(rest, value) : value
  }
  const round = one.round.map((key) => ({
    ...key,
    value: valueOf(key.value),
  }))
  return playRounds({ round, timing: one.timing, rest, until })
}

/** A length in time, px. @param whole what % is a share of */
export const movingLength = (
  element: Pick<MovedElement, 'computed' | 'moved' | 'until'>,
  property: string,
  whole: number,
  usual = 0,
): Moving<number> =>
  movingProperty(
    element,
    property,
    (text) => lengthOf(text, whole),
    usual,
    (rest, value) => rest + value,
  )

/** Two numbers as one value; where they move apart in time, the second as it is at first, which is told. */
export function together<Z extends Value>(
  one: Moving<number>,
  other: Moving<number>,
  join: (a: number, b: number) => Z,
  tell: () => void,
): Moving<Z> {
  const both = zipMoving(one, other, join)
  if (both) return both
  tell()
  return mapMoving(one, (value) => join(value, other.keys[0]!.value))
}
