import type { Family } from './family.ts'

/** in: uⁿ, n ≥ 1 (2 quadratic … 5 quintic). Source: R. Penner, easing equations, as in d3-ease. */
export const power: Family = {
  name: 'power',
  label: 'Power',
  natural: 'in',
  numbers: [{ name: 'power', label: 'Power', least: 1, most: 20, step: 0.1, usual: 3 }],
  compile: ({ power: n = 3 }) => ({
    progress: (u) => u ** n,
    pace: (u) => n * u ** (n - 1),
  }),
}
