import type { Family } from './family.ts'

const FLOOR = 2 ** -10

/**
 * out: 1 − a·(2^(−10u) − 2^−10)/(1 − 2^−10)·sin((u + s)·2π/period), s = asin(1/a)·period/2π.
 * Source: R. Penner, in the normalised form of d3-ease (easeElasticOut).
 */
export const elastic: Family = {
  name: 'elastic',
  label: 'Elastic',
  natural: 'out',
  numbers: [
    { name: 'amplitude', label: 'Amplitude', least: 1, most: 10, step: 0.05, usual: 1 },
    { name: 'period', label: 'Period', least: 0.05, most: 2, step: 0.01, usual: 0.3 },
  ],
  compile: ({ amplitude = 1, period = 0.3 }) => {
    const turns = (2 * Math.PI) / period
    const shift = Math.asin(1 / amplitude)
    const scale = amplitude / (1 - FLOOR)
    return {
      progress: (u) => 1 - scale * (2 ** (-10 * u) - FLOOR) * Math.sin(turns * u + shift),
      pace: (u) => {
        const fall = 2 ** (-10 * u)
        const angle = turns * u + shift
        return scale * (10 * Math.LN2 * fall * Math.sin(angle) - (fall - FLOOR) * turns * Math.cos(angle))
      },
    }
  },
}
