import type { ReadRun } from '@arrow-bend/core/edit'

/** How runs are laid over one another. */
export interface MatchAxis {
  /** Where a run is read off for a place on the axis, ticks. */
  readonly timeOf: (read: ReadRun, share: number) => number
  /** From and to of the axis, frames; 0 and 100 where it is shares of time. */
  readonly from: number
  readonly to: number
}

/** An axis that all runs share: each over its own time, or the scene’s. */
export function matchAxis(reads: readonly ReadRun[], by: 'share' | 'frames', frame: number): MatchAxis {
  if (by === 'share')
    return { timeOf: ({ run }, share) => run.start + share * (run.end - run.start), from: 0, to: 100 }
  const start = Math.min(...reads.map(({ run }) => run.start))
  const end = Math.max(...reads.map(({ run }) => run.end))
  return { timeOf: (_, share) => start + share * (end - start), from: start / frame, to: end / frame }
}

/** Progress or speed of a run at equal steps along the axis: %, or % of its change a second. */
export function matchValues(
  read: ReadRun,
  axis: MatchAxis,
  { compare, count }: { readonly compare: 'progress' | 'speed'; readonly count: number },
): Float64Array {
  const { progressAt, speedAt, change, start, end } = read.run
  return Float64Array.from({ length: count + 1 }, (_, i) => {
    const time = axis.timeOf(read, i / count)
    if (compare === 'progress') return 100 * progressAt(time)
    const inside = Math.min(end - 1, Math.max(start, time))
    if (time < start || time > end) return 0
    const speed = (100 * speedAt(inside)) / change
    return Number.isFinite(speed) ? speed : 0
  })
}

/** Even numbers from one to another, about so many. */
export function evenSteps(low: number, high: number, about: number): number[] {
  const rough = (high - low) / about
  const power = 10 ** Math.floor(Math.log10(rough))
  const step = [1, 2, 5, 10].map((one) => one * power).find((one) => one >= rough)!
  const steps: number[] = []
  for (let at = Math.ceil(low / step - 1e-9) * step; at <= high + step * 1e-9; at += step)
    steps.push(Number(at.toPrecision(12)))
  return steps
}
