/** The number within bounds nearest to a given one; the high bound where the bounds cross. NaN stays NaN. */
export function clamp(x: number, low: number, high: number): number {
  return Math.min(high, Math.max(low, x))
}
