import type { Family } from './family.ts'

/** in: 1 − cos(πu/2). Source: R. Penner, easing equations, as in d3-ease. */
export const sine: Family = {
  name: 'sine',
  label: 'Sine',
  natural: 'in',
  numbers: [],
  compile: () => ({
    progress: (u) => 1 - Math.cos((Math.PI / 2) * u),
    pace: (u) => (Math.PI / 2) * Math.sin((Math.PI / 2) * u),
  }),
}
