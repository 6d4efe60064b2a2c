/**
 * Slopes at points that keep the curve within the range of each pair of neighbours, and flat between equals.
 * @param times strictly increasing, any unit
 * @param values one a time
 * @returns one slope a point, units of value per unit of time
 * Source: M. Steffen, 'A simple method for monotonic interpolation in one dimension', Astronomy & Astrophysics
 * 239 (1990) 443, eqs. 8–11; the ends by his one-sided parabola with his limits; two points: straight.
 */
export function steffenSlopes(times: readonly number[], values: readonly number[]): number[] {
  const last = times.length - 1
  if (last < 1) return times.map(() => 0)
  const { gaps, slopes } = differences(times, values)
  if (last === 1) return [slopes[0]!, slopes[0]!]
  const inner = (i: number): number => {
    const parabola = parabolaSlope(gaps, slopes, i)
    const least = Math.min(Math.abs(slopes[i - 1]!), Math.abs(slopes[i]!), Math.abs(parabola) / 2)
    return (Math.sign(slopes[i - 1]!) + Math.sign(slopes[i]!)) * least
  }
  return times.map((_, i) => {
    if (i === 0) return endSlope(slopes[0]!, slopes[1]!, gaps[0]!, gaps[1]!)
    if (i === last) return endSlope(slopes[last - 1]!, slopes[last - 2]!, gaps[last - 1]!, gaps[last - 2]!)
    return inner(i)
  })
}

/** Slopes of a Catmull–Rom curve on uneven times (the parabola through three neighbours); may overshoot. Source: textbook. */
export function flowingSlopes(times: readonly number[], values: readonly number[]): number[] {
  const last = times.length - 1
  if (last < 1) return times.map(() => 0)
  const { gaps, slopes } = differences(times, values)
  return times.map((_, i) => {
    if (i === 0) return slopes[0]!
    return i === last ? slopes[last - 1]! : parabolaSlope(gaps, slopes, i)
  })
}

function differences(
  times: readonly number[],
  values: readonly number[],
): { gaps: number[]; slopes: number[] } {
  const gaps = times.slice(1).map((time, i) => time - times[i]!)
  return { gaps, slopes: gaps.map((gap, i) => (values[i + 1]! - values[i]!) / gap) }
}

function parabolaSlope(gaps: readonly number[], slopes: readonly number[], i: number): number {
  const before = gaps[i - 1]!
  const after = gaps[i]!
  return (slopes[i - 1]! * after + slopes[i]! * before) / (before + after)
}

function endSlope(near: number, far: number, nearGap: number, farGap: number): number {
  const share = nearGap / (nearGap + farGap)
  const parabola = near * (1 + share) - far * share
  if (parabola * near <= 0) return 0
  return Math.abs(parabola) > 2 * Math.abs(near) ? 2 * near : parabola
}
