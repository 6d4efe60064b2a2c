import type { CompiledProperty } from './compileProperty.ts'
import { valueInto } from './evaluate.ts'

/**
 * The largest distance between two properties of one kind over a stretch of time, over all components together.
 * @param start, end ticks; both ends are left out, where jumps may stand
 * @param step largest gap between two looks, ticks
 * @returns units of the value (OKLab for colours); for a choice 1 where they differ
 */
export function propertyGap(
  first: CompiledProperty,
  second: CompiledProperty,
  { start, end, step }: { readonly start: number; readonly end: number; readonly step: number },
): number {
  const [a, b] = [new Float64Array(first.width), new Float64Array(second.width)]
  const count = Math.max(8, Math.ceil((end - start) / step))
  let worst = 0
  for (let i = 0; i < count; i += 1) {
    const time = start + ((i + 0.5) / count) * (end - start)
    valueInto(a, first, time)
    valueInto(b, second, time)
    let square = 0
    for (let c = 0; c < a.length; c += 1) square += (a[c]! - b[c]!) ** 2
    worst = Math.max(worst, square)
  }
  return Math.sqrt(worst)
}
