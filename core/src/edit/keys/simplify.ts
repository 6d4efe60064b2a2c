import type { Draft } from 'immer'
import type { BendLibrary } from '../../bend/index.ts'
import {
  compileProperty,
  mergeSpans,
  pinRoutes,
  pinSmooth,
  propertyGap,
  withMerges,
  type CompiledProperty,
  type MergedSpans,
  type Property,
} from '../../property/index.ts'
import type { Project } from '../../scene/index.ts'
import { frameTicks } from '../../time/index.ts'
import { BadEdit } from '../badEdit.ts'
import { editProperty, makeLawful } from '../editProperty.ts'
import { byProperty, sceneIn, type KeyRef } from '../refs.ts'

/** Looks a frame by which the deviation is proven. Source: the motion model, section 7. */
const LOOKS_A_FRAME = 4

export interface SimplifyOptions {
  /** Largest distance from the old motion, in the value's own units, > 0. */
  readonly within: number
}

export interface SimplifyReport {
  readonly removed: number
  /** Largest distance from the old motion that was found, ≤ `within`. */
  readonly error: number
}

/**
 * Takes away as many of the given keys as can go while the motion stays within a distance of what it was, at four
 * looks a frame. The spans that close the gaps are bent to follow. The first and last key of a property stay.
 * @throws BadEdit for a distance of 0 or less
 */
export function simplifyKeys(
  draft: Draft<Project>,
  refs: readonly KeyRef[],
  { within }: SimplifyOptions,
): SimplifyReport {
  if (!(within > 0 && Number.isFinite(within)))
    throw new BadEdit('The distance keys may stray by has to be above 0. Nothing was changed.')
  const report = { removed: 0, error: 0 }
  for (const { ref, keys } of byProperty(refs).values()) {
    const step = frameTicks(sceneIn(draft, ref.scene).rate) / LOOKS_A_FRAME
    editProperty(draft, ref, (property, library) => {
      const simplified = simplifyProperty(property, { removable: keys, within, step, library })
      report.removed += property.keys.length - simplified.property.keys.length
      report.error = Math.max(report.error, simplified.error)
      return simplified.property
    })
  }
  return report
}

export interface Simplification {
  /** Ids of the keys that may go. */
  readonly removable: ReadonlySet<string>
  readonly within: number
  /** Ticks between two looks. */
  readonly step: number
  readonly library: BendLibrary
}

/** A property with as few of its keys as stay within a distance of its motion; the same one when nothing can go. */
export function simplifyProperty(
  given: Property,
  options: Simplification,
): { property: Property; error: number } {
  const { within, step, library } = options
  if (given.keys.length < 3) return { property: given, error: 0 }
  const all = (): boolean => true
  const property = pinRoutes(pinSmooth(given, all, library), all)
  const compiled = compileProperty(property, library)
  const merged = longestMerges(compiled, options)
  if (merged.length === 0) return { property: given, error: 0 }
  const before = compileProperty(given, library)
  const stretch = { start: given.keys[0]!.t, end: given.keys[given.keys.length - 1]!.t, step }
  // Joined keys turn a side where a fit left them out of line; where that strays too far they become corners.
  const plain = withMerges(property, merged)
  for (const tried of [plain, cornered(plain, merged)]) {
    const written = makeLawful(tried, { library })
    const error = propertyGap(before, compileProperty(written, library), stretch)
    if (error <= within) return { property: written, error }
  }
  return { property: given, error: 0 }
}

/** Merges from the first key on, each over as many spans as stay within the distance. */
function longestMerges(compiled: CompiledProperty, options: Simplification): MergedSpans[] {
  const { removable } = options
  const last = compiled.keys.length - 1
  const merges: MergedSpans[] = []
  for (let from = 0; from < last - 1;) {
    let most = from + 1
    while (most < last && removable.has(compiled.keys[most]!.id)) most += 1
    const longest = longestMerge(compiled, from, most, options)
    if (longest) merges.push(longest.merged)
    from = longest?.to ?? from + 1
  }
  return merges
}

/** The longest merge from a key, over two spans or more, up to key `most`; null where there is none. */
function longestMerge(
  compiled: CompiledProperty,
  from: number,
  most: number,
  { within, step }: Simplification,
): { to: number; merged: MergedSpans } | null {
  if (most < from + 2) return null
  const mergedTo = (to: number): MergedSpans | null => {
    const merged = mergeSpans(compiled, from, to, { step, within: within / 2 })
    return merged.error <= within ? merged : null
  }
  // What was one curve before it was cut often is one still.
  const whole = mergedTo(most)
  if (whole) return { to: most, merged: whole }
  let best: { to: number; merged: MergedSpans } | null = null
  let [good, bad] = [from + 1, most]
  let stride = 1
  let doubling = true
  while (bad - good > 1) {
    const to = doubling ? Math.min(bad - 1, good + stride) : (good + bad) >> 1
    const merged = mergedTo(to)
    if (merged) {
      good = to
      best = { to, merged }
      stride *= 2
    } else {
      bad = to
      doubling = false
    }
  }
  return best
}

/** The same with the keys that merges begin or end at as corners. */
function cornered(property: Property, merges: readonly MergedSpans[]): Property {
  const ends = new Set(merges.flatMap(({ from, to }) => [from.id, to.id]))
  return {
    ...property,
    keys: property.keys.map((key) => (ends.has(key.id) ? { ...key, through: 'corner' } : key)),
  }
}
