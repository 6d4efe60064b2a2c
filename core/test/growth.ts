import { performance } from 'node:perf_hooks'

/** Time that the machine's own noise accounts for, ms. */
const NOISE_MS = 4
/** Runs after which what grows too fast is believed to. */
const MOST_RUNS = 60

/**
 * Whether work on eight times the input takes fewer times as long as a bound: 8 times is a time that grows with the input,
 * 64 times one that grows with its square. The shortest run of each counts, and both are run in turn until the bound is kept: what
 * else the machine does makes a run longer, never shorter, so that it costs more runs and decides nothing.
 */
export function growsLessThan<T>(
  bound: number,
  make: (size: number) => T,
  { work, size }: { readonly work: (input: T) => unknown; readonly size: number },
): boolean {
  const [small, large] = [make(size), make(8 * size)]
  let [shortest, longest] = [Infinity, Infinity]
  for (let run = 0; run < MOST_RUNS; run += 1) {
    shortest = Math.min(
      shortest,
      msOf(() => work(small)),
    )
    longest = Math.min(
      longest,
      msOf(() => work(large)),
    )
    if ((longest + NOISE_MS) / (shortest + NOISE_MS) < bound) return true
  }
  return false
}

function msOf(work: () => unknown): number {
  const start = performance.now()
  try {
    work()
  } catch {
    // That it is refused is no matter here: how soon, is.
  }
  return performance.now() - start
}
