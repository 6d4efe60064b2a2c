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

/** A repeatable row of numbers 0 … 1. Source: Park and Miller's minimal generator (memory). */
export function seeded(seed: number): () => number {
  let state = seed
  return () => {
    state = (state * 16807) % 2147483647
    return state / 2147483647
  }
}
