import type { BendLibrary } from '../bend/index.ts'
import { compileProperty } from './compileProperty.ts'
import { valueAt } from './evaluate.ts'
import type { Property } from './property.ts'

/** Moments looked at in each span. */
const LOOKS = 24
/** How far the two may be apart, as a share of the largest value seen. */
const WITHIN = 1e-8

/**
 * Whether two properties do the same between two moments, looked at closely in every span of either.
 * @param from, to ticks
 */
export function isSameMotion(
  one: Property,
  other: Property,
  { from, to, library }: { readonly from: number; readonly to: number; readonly library: BendLibrary },
): boolean {
  const [first, second] = [compileProperty(one, library), compileProperty(other, library)]
  const times = [...new Set([from, ...first.times, ...second.times, to])]
    .filter((time) => time >= from && time <= to)
    .sort((a, b) => a - b)
  let size = 0
  let apart = 0
  const look = (time: number): void => {
    const [here, there] = [valueAt(first, time), valueAt(second, time)]
    here.forEach((part, i) => {
      size = Math.max(size, Math.abs(part))
      apart = Math.max(apart, Math.abs(part - there[i]!))
    })
  }
  times.forEach((time, i) => {
    look(time)
    const next = times[i + 1]
    if (next !== undefined)
      for (let k = 0; k < LOOKS; k += 1) look(time + ((k + 0.5) / LOOKS) * (next - time))
  })
  return apart <= WITHIN * Math.max(size, Number.MIN_VALUE)
}
