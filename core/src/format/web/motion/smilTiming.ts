import type { Track } from '../track.ts'
import { HAIR, timedOf } from './timed.ts'

/**
 * The attributes by which an animation element plays a track. Bends are splines as they are where those stay between their
 * ends; others are cut so that they do.
 * @param frame share of the duration that a frame lasts
 * @param write a track's numbers as a value of the attribute
 * Source: W3C, SVG Animations 2, calcMode, keyTimes, keySplines.
 */
export function smilTiming(
  track: Track,
  frame: number,
  write: (numbers: readonly number[]) => string,
): string {
  const timed = timedOf(track, { frame, isBounded: true })
  const times = timed.map(({ share }) => digits(share))
  const lists = `values="${timed.map(({ numbers }) => write(numbers)).join(';')}" keyTimes="${times.join(';')}"`
  // What is meant where nothing is said, but by motion along a path.
  if (timed.every(({ spline }) => spline === null)) return lists
  const splines = timed
    .slice(0, -1)
    .map(({ spline }) =>
      (spline ?? [0, 0, 1, 1]).map((part) => digits(Math.min(1, Math.max(0, part)))).join(' '),
    )
  return `${lists} calcMode="spline" keySplines="${splines.join(';')}"`
}

/** The same for what cannot be between two values. */
export function smilSteps(track: Track, write: (numbers: readonly number[]) => string): string {
  const steps = track.keys.filter(
    ({ numbers }, i) => i === 0 || write(numbers) !== write(track.keys[i - 1]!.numbers),
  )
  const times = steps.map(({ share }, i) => digits(i === 0 ? 0 : Math.max(0, share - HAIR)))
  return `values="${steps.map(({ numbers }) => write(numbers)).join(';')}" keyTimes="${times.join(';')}" calcMode="discrete"`
}

/** Seven decimals, as many as a 32-bit float has; no nought before the point, which every key would pay for. */
const digits = (value: number): string => String(Number(value.toFixed(7))).replace(/^0\./, '.')
