import type { Family } from './family.ts'

/** Most powers people choose are whole and small; multiplying is several times as fast as a general power. */
const POWERS: Readonly<Record<number, (u: number) => number>> = {
  0: () => 1,
  1: (u) => u,
  2: (u) => u * u,
  3: (u) => u * u * u,
  4: (u) => u * u * u * u,
  5: (u) => u * u * u * u * u,
}

const powerOf = (n: number): ((u: number) => number) => POWERS[n] ?? ((u) => u ** n)

/** in: uⁿ, n ≥ 1 (2 quadratic … 5 quintic). Source: R. Penner, easing equations, as in d3-ease. */
export const power: Family = {
  name: 'power',
  label: 'Power',
  natural: 'in',
  numbers: [{ name: 'power', label: 'Power', least: 1, most: 20, step: 0.1, usual: 3 }],
  compile: ({ power: n = 3 }) => {
    const slope = powerOf(n - 1)
    return { progress: powerOf(n), pace: (u) => n * slope(u) }
  },
}
