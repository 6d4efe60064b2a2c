import type { Family } from './family.ts'

const FLOOR = 2 ** -10

/** in: (2^(10(u−1)) − 2^−10) / (1 − 2^−10). Source: R. Penner, in the normalised form of d3-ease. */
export const exponential: Family = {
  name: 'exponential',
  label: 'Exponential',
  natural: 'in',
  numbers: [],
  compile: () => ({
    progress: (u) => (2 ** (10 * (u - 1)) - FLOOR) / (1 - FLOOR),
    pace: (u) => (10 * Math.LN2 * 2 ** (10 * (u - 1))) / (1 - FLOOR),
  }),
}
