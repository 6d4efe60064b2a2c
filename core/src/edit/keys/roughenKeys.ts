import type { Draft } from 'immer'
import { clamp } from '../../number/index.ts'
import { sharesOf } from '../../chance/index.ts'
import { numbersOfValue, timedKeys, valueOfNumbers, type Key, type Property } from '../../property/index.ts'
import type { Project } from '../../scene/index.ts'
import { asTicks } from '../../time/index.ts'
import { BadEdit } from '../badEdit.ts'
import { editProperties } from '../editProperty.ts'
import { withTimes } from '../timing/moveKeys.ts'
import type { KeyRef } from '../refs.ts'

export interface Roughen {
  /** Farthest a key goes earlier or later, ticks. */
  readonly time: number
  /** Farthest its value goes up or down, in its own unit; of a colour in OKLab. */
  readonly value: number
  /** The same keys vary alike for the same seed. */
  readonly seed: number
  /** Whether the first and the last of each lane's keys stay. */
  readonly holdEnds: boolean
}

/** Of the room to its neighbour a key takes no more than this, so that keys keep their order. */
const ROOM = 0.45

/**
 * Varies keys by chance, in time and value; they keep their order, and choices and outlines their values.
 * @throws BadEdit for amounts below 0
 */
export function roughenKeys(
  draft: Draft<Project>,
  refs: readonly KeyRef[],
  { time, value, seed, holdEnds }: Roughen,
): void {
  if (!(time >= 0 && value >= 0 && Number.isFinite(time) && Number.isFinite(value)))
    throw new BadEdit('How far keys may vary is 0 or more. Nothing was changed.')
  const share = sharesOf(seed)
  editProperties(draft, refs, (property, { keys: chosen }) => {
    const timed = timedKeys(property)
    const moving = timed.filter(({ id }) => chosen.has(id))
    const inner = holdEnds ? moving.slice(1, -1) : moving
    // Drawn for each, whether it is used or not, so that one amount does not change what the other does.
    const drawn = new Map(inner.map(({ id }) => [id, { later: share(), by: [share(), share(), share()] }]))
    const valued = {
      ...property,
      keys: property.keys.map((key) => {
        const by = drawn.get(key.id)?.by
        return by && value > 0 ? withOffset(property, key, (i) => value * (by[i] ?? 0)) : key
      }),
    }
    if (time === 0) return valued
    const times = new Map(
      timed.flatMap(({ id, t }, i) => {
        const one = drawn.get(id)
        if (!one) return []
        const [before, after] = [timed[i - 1]?.t ?? -Infinity, timed[i + 1]?.t ?? Infinity]
        const shift = clamp(one.later * time, -ROOM * (t - before), ROOM * (after - t))
        return [[id, asTicks(Math.round(t + shift))] as const]
      }),
    )
    return withTimes(valued, ({ id }) => times.get(id)).property
  })
}

function withOffset({ kind, value }: Property, key: Key, by: (component: number) => number): Key {
  if (kind === 'choice' || kind === 'outline') return key
  const numbers = numbersOfValue(kind, key.value).map((part, i) => part + by(i))
  return { ...key, value: valueOfNumbers({ kind, value, keys: [] }, numbers) }
}
