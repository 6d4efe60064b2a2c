import type { Family } from './family.ts'

/** in: 1 − √(1 − u²); upright at u = 1. Source: R. Penner, easing equations, as in d3-ease. */
export const circular: Family = {
  name: 'circular',
  label: 'Circular',
  natural: 'in',
  numbers: [],
  compile: () => ({
    progress: (u) => 1 - Math.sqrt(1 - u * u),
    pace: (u) => u / Math.sqrt(1 - u * u),
  }),
}
