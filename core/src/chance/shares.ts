import { uniformInt } from 'pure-rand/distribution/uniformInt'
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus'

const STEPS = 2 ** 30

/**
 * Gives shares from −1 to 1 by chance, one after another, the same for the same seed on every machine.
 * @param seed any number; its whole part counts, within 32 bits
 */
export function sharesOf(seed: number): () => number {
  const generator = xoroshiro128plus(seed | 0)
  return () => uniformInt(generator, -STEPS, STEPS) / STEPS
}
