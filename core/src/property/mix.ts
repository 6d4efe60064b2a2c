/**
 * The value at progress p between two numbers: exact at 0 and 1, constant when both are equal.
 * @param p progress, free
 */
export function mixPlain(from: number, to: number, p: number): number {
  return p < 0.5 ? from + p * (to - from) : to - (1 - p) * (to - from)
}

/**
 * The geometric mean at progress p: equal steps of p give equal ratios.
 * Falls back to the plain mix when either value is not above zero.
 */
export function mixGeometric(from: number, to: number, p: number): number {
  if (!(from > 0 && to > 0)) return mixPlain(from, to, p)
  const mixed = p < 0.5 ? from * (to / from) ** p : to * (from / to) ** (1 - p)
  return Math.min(mixed, MOST_GEOMETRIC)
}

/** An overshoot of a mix by ratios ends here: it doubles with every step, and soon there are no numbers for it. Source: own. */
export const MOST_GEOMETRIC = 1e15
