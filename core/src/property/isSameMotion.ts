import type { BendLibrary } from '../bend/index.ts'
import { TICKS_PER_SECOND } from '../time/index.ts'
import { compiledOf } from './compiledOf.ts'
import type { CompiledProperty } from './compileProperty.ts'
import { valueAt } from './evaluate.ts'
import type { Property } from './property.ts'

/** Moments looked at in each span, as shares of it: evenly, and close to its ends. */
const LOOKS = [
  ...[1e-7, 1e-5, 1e-3].flatMap((close) => [close, 1 - close]),
  ...Array.from({ length: 24 }, (_, k) => (k + 0.5) / 24),
]
/** How far the two may be apart, as a share of the largest value at a key, or of what is seen at the moment if that is more. */
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
  const [first, second] = [compiledOf(one, library), compiledOf(other, library)]
  const times = [...new Set([from, ...first.times, ...second.times, to])]
    .filter((time) => time >= from && time <= to)
    .sort((a, b) => a - b)
  const size = Math.max(Number.MIN_VALUE, largest(first), largest(second))
  const isSameAt = (time: number): boolean => {
    const [here, there] = [valueAt(first, time), valueAt(second, time)]
    return here.every((part, i) => Math.abs(part - there[i]!) <= WITHIN * Math.max(size, Math.abs(part)))
  }
  return times.every((time, i) => {
    const next = times[i + 1]
    return (
      isSameAt(time) && (next === undefined || LOOKS.every((share) => isSameAt(time + share * (next - time))))
    )
  })
}

/** The largest number at any key, its sign left out. */
function largest({ values }: CompiledProperty): number {
  return values.reduce((most, part) => Math.max(most, Math.abs(part)), 0)
}

/** How many spans on either side of a key can be other than they were because of it: an end's slope looks two keys far. */
const FAR = 4

/**
 * Whether a property does the same as before a key was put in at a moment: in the spans near it and, near either end, outside the
 * keys. What goes round outside does so as it does inside.
 * @param time ticks, of the new key
 */
export function isSameMotionNear(
  before: Property,
  after: Property,
  { time, library }: { readonly time: number; readonly library: BendLibrary },
): boolean {
  const times = after.keys.filter((key) => !key.timeless).map((key) => key.t as number)
  const at = times.findIndex((t) => t >= time)
  const length = times.at(-1)! - times[0]! || TICKS_PER_SECOND
  return isSameMotion(before, after, {
    from: times[at - FAR] ?? times[0]! - BEYOND * length,
    to: times[at + FAR] ?? times.at(-1)! + BEYOND * length,
    library,
  })
}

/** How far outside the keys is looked at, in lengths of all keys. */
const BEYOND = 1.6
