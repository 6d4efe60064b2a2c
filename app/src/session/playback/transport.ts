import { TICKS_PER_SECOND } from '@arrow-bend/core/time'

export interface TransportRange {
  /** Ticks; the end is not shown any more. */
  readonly start: number
  readonly end: number
  readonly loops: boolean
}

/** Where something that runs is: a place (ticks), the time it stood there (ms), and times real speed, negative backwards. */
export interface Run {
  readonly from: number
  readonly since: number
  readonly pace: number
}

/**
 * Where a run has come to, ticks.
 * @param stamp ms, of the clock the run goes by
 * @returns the place within the range, and whether the run has ended there; a range that loops has no end
 */
export function placeOfRun(
  { from, since, pace }: Run,
  stamp: number,
  { start, end, loops }: TransportRange,
): { readonly at: number; readonly ended: boolean } {
  const at = from + (Math.max(0, stamp - since) / 1000) * TICKS_PER_SECOND * pace
  if (at >= start && at < end) return { at, ended: false }
  if (!loops) return { at: at < start ? start : end, ended: true }
  const length = end - start
  return { at: start + ((((at - start) % length) + length) % length), ended: false }
}
