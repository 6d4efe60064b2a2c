import { performance } from 'node:perf_hooks'

/** Time that the machine's own noise accounts for, ms. */
const NOISE_MS = 4

/**
 * How many times as long work takes on eight times the input: 8 where time grows with the input, 64 where it grows with its
 * square. The shortest of several runs counts, so that what else the machine does matters little.
 */
export function growthOverEightfold<T>(
  make: (size: number) => T,
  work: (input: T) => unknown,
  size: number,
): number {
  const [small, large] = [make(size), make(8 * size)]
  return (shortestMs(() => work(large)) + NOISE_MS) / (shortestMs(() => work(small)) + NOISE_MS)
}

function shortestMs(work: () => unknown): number {
  let shortest = Infinity
  for (let run = 0; run < 3; run += 1) {
    const start = performance.now()
    try {
      work()
    } catch {
      // That it is refused is no matter here: how soon, is.
    }
    shortest = Math.min(shortest, performance.now() - start)
  }
  return shortest
}
