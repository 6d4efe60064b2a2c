import { BadTime } from './badTime.ts'

/** A moment or a length of time: a whole number of ticks. Negative values lie before the scene. */
export type Ticks = number & { readonly unit: 'ticks' }

/**
 * Ticks in one second: the 'flick', which divides every common frame and sample rate exactly.
 * Source: own use of the published constant 705 600 000 (the flick, 1/705600000 s).
 */
export const TICKS_PER_SECOND = 705_600_000

/** The largest time a document may hold: 24 hours either side of its start. */
export const MOST_TICKS = 24 * 3600 * TICKS_PER_SECOND

/** Brands a whole number as ticks. Throws BadTime when it is not a whole number of ticks within 24 hours. */
export function asTicks(count: number): Ticks {
  if (!Number.isSafeInteger(count) || Math.abs(count) > MOST_TICKS) {
    throw new BadTime(
      `${count} is not a time Arrow Bend can hold: it has to be a whole number of ticks within 24 hours.`,
    )
  }
  return (count === 0 ? 0 : count) as Ticks
}

/** The nearest tick to a time in seconds. Throws BadTime outside 24 hours or when not finite. */
export function ticksOfSeconds(seconds: number): Ticks {
  return asTicks(Math.round(seconds * TICKS_PER_SECOND))
}

/** Seconds of a time in ticks, as the nearest float. */
export function secondsOfTicks(ticks: number): number {
  return ticks / TICKS_PER_SECOND
}
