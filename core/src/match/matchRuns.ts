import { frameTicks, type FrameRate } from '../time/index.ts'
import { greatest } from './greatest.ts'
import type { Run } from './run.ts'

/** How two motions differ. Frames are of the scene, with fractions. */
export interface RunMatch {
  /** The second's less the first's. */
  readonly offsetFrames: { readonly start: number; readonly end: number }
  /** The largest difference of progress, % of the change, and when the first is there. */
  readonly largest: { readonly percent: number; readonly frame: number }
  /** When each is fastest, and how fast, units a second. */
  readonly peaks: readonly [RunPeak, RunPeak]
}

export interface RunPeak {
  readonly speed: number
  readonly frame: number
}

/** Looks at a motion at first; the largest of them is looked at closer. */
const LOOKS = 4096

export interface MatchOptions {
  readonly rate: FrameRate
  /** Whether both are compared at the same moments; else each over its own time. */
  readonly real: boolean
  /** Looks at each: fewer are quicker, and miss what is short. */
  readonly looks?: number
}

/** Compares two motions by their progress: each over its own time, or both as they are seen. */
export function matchRuns(first: Run, second: Run, { rate, real, looks = LOOKS }: MatchOptions): RunMatch {
  const frame = frameTicks(rate)
  const largest = largestApart(first, second, { real, looks })
  return {
    offsetFrames: { start: (second.start - first.start) / frame, end: (second.end - first.end) / frame },
    largest: { percent: 100 * Math.abs(largest.apart), frame: largest.at / frame },
    peaks: [peakOf(first, frame, looks), peakOf(second, frame, looks)],
  }
}

/** The largest difference of progress: the second's less the first's, and when the first is there, ticks. */
export function largestApart(
  first: Run,
  second: Run,
  { real, looks = LOOKS }: Pick<MatchOptions, 'real' | 'looks'>,
): { readonly apart: number; readonly at: number } {
  if (!real && first.bend && first.bend === second.bend) return { apart: 0, at: first.start }
  const [begin, end] = real
    ? [Math.min(first.start, second.start), Math.max(first.end, second.end)]
    : [first.start, first.end]
  const across = (second.end - second.start) / (first.end - first.start)
  const apartAt = (time: number): number => {
    const other = real ? time : second.start + (time - first.start) * across
    return second.progressAt(other) - first.progressAt(time)
  }
  const { at } = greatest((time) => Math.abs(apartAt(time)), begin, end, looks)
  return { apart: apartAt(at), at }
}

/** When a motion is fastest, and how fast. */
export function peakOf({ start, end, speedAt }: Run, frame: number, looks = LOOKS): RunPeak {
  const finite = (time: number): number => (Number.isFinite(speedAt(time)) ? speedAt(time) : 0)
  const { value, at } = greatest(finite, start, end, looks)
  return { speed: value, frame: at / frame }
}
