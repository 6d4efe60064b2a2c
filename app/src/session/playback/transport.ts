import { frameAt, frameTicks, TICKS_PER_SECOND, type FrameRate, type Ticks } from '@arrow-bend/core/time'

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

/** When the frame so many frames on begins, ticks; back from between two frames, the one begun counts as the first. */
export function framesOn(time: Ticks, rate: FrameRate, frames: number): number {
  const step = frameTicks(rate)
  const isBetween = time % step !== 0
  return (frameAt(time, rate) + frames + (frames < 0 && isBetween ? 1 : 0)) * step
}

/** Fastest a shuttle gets, times real speed. */
const MOST_SHUTTLE = 8

/** The speed after another press in a direction: twice what it is in that direction already, else real speed. */
export function shuttleSpeed(speed: number, direction: 1 | -1): number {
  return direction * (Math.sign(speed) === direction ? Math.min(MOST_SHUTTLE, Math.abs(speed) * 2) : 1)
}
