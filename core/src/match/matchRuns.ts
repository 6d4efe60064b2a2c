import { frameTicks, type FrameRate } from '../time/index.ts'
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
const CLOSER = 60

/**
 * Compares two motions by their progress: each over its own time, or both as they are seen.
 * @param real whether both are compared at the same moments
 */
export function matchRuns(
  first: Run,
  second: Run,
  { rate, real }: { readonly rate: FrameRate; readonly real: boolean },
): RunMatch {
  const frame = frameTicks(rate)
  const [begin, end] = real
    ? [Math.min(first.start, second.start), Math.max(first.end, second.end)]
    : [first.start, first.end]
  const across = (second.end - second.start) / (first.end - first.start)
  const apart = (time: number): number => {
    const other = real ? time : second.start + (time - first.start) * across
    return Math.abs(second.progressAt(other) - first.progressAt(time))
  }
  const largest = greatest(apart, begin, end)
  return {
    offsetFrames: { start: (second.start - first.start) / frame, end: (second.end - first.end) / frame },
    largest: { percent: 100 * largest.value, frame: largest.at / frame },
    peaks: [peakOf(first, frame), peakOf(second, frame)],
  }
}

function peakOf({ start, end, speedAt }: Run, frame: number): RunPeak {
  const { value, at } = greatest((time) => (Number.isFinite(speedAt(time)) ? speedAt(time) : 0), start, end)
  return { speed: value, frame: at / frame }
}

/** Where something is greatest within a stretch: the first such moment. */
function greatest(
  of: (time: number) => number,
  begin: number,
  end: number,
): { readonly value: number; readonly at: number } {
  const step = (end - begin) / LOOKS
  let best = { value: of(begin), at: begin }
  for (let i = 1; i <= LOOKS; i += 1) {
    const at = begin + i * step
    const value = of(at)
    if (value > best.value) best = { value, at }
  }
  // Between the looks beside it, by thirds. Source: ternary search.
  let [low, high] = [Math.max(begin, best.at - step), Math.min(end, best.at + step)]
  for (let i = 0; i < CLOSER; i += 1) {
    const third = (high - low) / 3
    if (of(low + third) < of(high - third)) low += third
    else high -= third
  }
  const at = (low + high) / 2
  const value = of(at)
  return value > best.value ? { value, at } : best
}
