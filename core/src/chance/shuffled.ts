import { uniformInt } from 'pure-rand/distribution/uniformInt'
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus'

/**
 * A list in an order by chance, the same for the same seed on every machine.
 * @param seed any number; its whole part counts, within 32 bits
 * Source: R. Durstenfeld, Algorithm 235: Random permutation, CACM 7 (1964).
 */
export function shuffled<T>(list: readonly T[], seed: number): T[] {
  const generator = xoroshiro128plus(seed | 0)
  const made = [...list]
  for (let i = made.length - 1; i > 0; i -= 1) {
    const other = uniformInt(generator, 0, i)
    ;[made[i], made[other]] = [made[other]!, made[i]!]
  }
  return made
}
