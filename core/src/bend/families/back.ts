import type { Family } from './family.ts'

/**
 * The coefficient s whose curve u²((s+1)u − s) dips by a given share of the change.
 * Its least value is −4s³ / (27(s+1)²), at u = 2s / (3(s+1)).
 * @param overshoot 0 … 10, as a fraction of the change
 * @returns s within 1e-14 relative
 * Source: own, from the derivative; s = 1.70158 belongs to 0.100004 (R. Penner's constant).
 */
export function backCoefficient(overshoot: number): number {
  if (overshoot <= 0) return 0
  let low = 0
  let high = 27 * overshoot + 3
  for (let step = 0; step < 80; step += 1) {
    const middle = (low + high) / 2
    if ((4 * middle ** 3) / (27 * (middle + 1) ** 2) < overshoot) low = middle
    else high = middle
  }
  return (low + high) / 2
}

/** in: u²((s+1)u − s). Source: R. Penner, easing equations, as in d3-ease. */
export const back: Family = {
  name: 'back',
  label: 'Back',
  natural: 'in',
  numbers: [
    { name: 'overshoot', label: 'Overshoot', least: 0, most: 10, step: 0.01, usual: 0.1, percent: true },
  ],
  compile: ({ overshoot = 0.1 }) => {
    const s = backCoefficient(overshoot)
    return {
      progress: (u) => u * u * ((s + 1) * u - s),
      pace: (u) => u * (3 * (s + 1) * u - 2 * s),
    }
  },
}
