/** Where something is greatest. */
export interface Greatest {
  readonly value: number
  /** Where, in the units of the stretch. */
  readonly at: number
}

const CLOSER = 40

/**
 * Where something is greatest within a stretch: the first such moment, found by looks at equal distances and closer about the best.
 * @param looks at least 2; what comes and goes between two of them is missed
 */
export function greatest(of: (at: number) => number, begin: number, end: number, looks: number): Greatest {
  const step = (end - begin) / looks
  let best = { value: of(begin), at: begin }
  for (let i = 1; i <= looks; i += 1) {
    const at = begin + i * step
    const value = of(at)
    if (value > best.value) best = { value, at }
  }
  // Between the looks beside it, by thirds. Source: ternary search.
  let [low, high] = [Math.max(begin, best.at - step), Math.min(end, best.at + step)]
  for (let i = 0; i < CLOSER; i += 1) {
    const third = (high - low) / 3
    if (of(low + third) < of(high - third)) low += third
    else high -= third
  }
  const at = (low + high) / 2
  const value = of(at)
  return value > best.value ? { value, at } : best
}
