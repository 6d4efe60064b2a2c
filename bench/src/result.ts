/** One measured thing; less is better. */
export interface Result {
  readonly name: string
  readonly unit: 'ns' | 'µs' | 'ms' | 'error'
  readonly ours: number
  /** The same work by the reference, in the same run. */
  readonly reference?: number
  readonly wanted?: string
}

/** The shortest of several runs of `work`, ms: what the machine can do when nothing else disturbs it. */
export function shortest(work: () => void, runs = 15): number {
  let least = Infinity
  for (let run = 0; run < runs; run += 1) {
    const start = performance.now()
    work()
    least = Math.min(least, performance.now() - start)
  }
  return least
}

/**
 * The shortest runs of two works, ms, each run of one beside a run of the other: a machine that changes its pace
 * between minutes then changes it for both.
 */
export function shortestOfBoth(first: () => void, second: () => void, runs = 25): [number, number] {
  let [least, other] = [Infinity, Infinity]
  for (let run = 0; run < runs; run += 1) {
    least = Math.min(least, shortest(first, 1))
    other = Math.min(other, shortest(second, 1))
  }
  return [least, other]
}

/** A repeatable row of numbers 0 … 1. Source: Park and Miller's minimal generator (memory). */
export function seeded(seed: number): () => number {
  let state = seed
  return () => {
    state = (state * 16807) % 2147483647
    return state / 2147483647
  }
}
