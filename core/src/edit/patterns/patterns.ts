import type { Draft } from 'immer'
import type { Pattern, Property } from '../../property/index.ts'
import { definitionOf, takesPatterns, type Project } from '../../scene/index.ts'
import { asTicks } from '../../time/index.ts'
import { BadEdit } from '../badEdit.ts'
import { editProperty } from '../editProperty.ts'
import { layerIn, type PropertyRef } from '../refs.ts'

/**
 * Lays a live pattern on a property, on top of those it has; one of the same id is replaced where it stands.
 * @throws BadEdit for kinds that take none, and for a locked layer
 */
export function setPattern(draft: Draft<Project>, ref: PropertyRef, pattern: Pattern): void {
  editProperty(draft, ref, (property) => {
    if (!takesPatterns(property.kind) || ref.property === 'copies') {
      const label = definitionOf(layerIn(draft, ref).kind, ref.property)?.label ?? ref.property
      throw new BadEdit(`${label} takes no patterns. Nothing was changed.`)
    }
    const { patterns = [] } = property
    const isThere = patterns.some(({ id }) => id === pattern.id)
    return {
      ...property,
      patterns: isThere
        ? patterns.map((one) => (one.id === pattern.id ? pattern : one))
        : [...patterns, pattern],
    }
  })
}

/** Takes some of a property's patterns off; all of them unless said. */
export function removePatterns(draft: Draft<Project>, ref: PropertyRef, ids?: readonly string[]): void {
  editProperty(draft, ref, (property) =>
    withPatterns(
      property,
      (property.patterns ?? []).filter(({ id }) => ids && !ids.includes(id)),
    ),
  )
}

/** A property with other patterns; without the field where there are none. */
export function withPatterns(property: Property, patterns: readonly Pattern[]): Property {
  const { patterns: before, ...rest } = property
  if (patterns.length > 0) return { ...rest, patterns }
  return before ? rest : property
}

/** A pattern at other times; backward where they come to run so. @param timeOf new times, ticks, all going one way */
export function retimedPattern(pattern: Pattern, timeOf: (time: number) => number): Pattern {
  const { from, to, frequency, fade, fadeIn, fadeOut, backward, ...rest } = pattern
  const ends = [timeOf(from), timeOf(to)] as const
  const factor = (ends[1] - ends[0]) / (to - from)
  if (factor === 1) return { ...pattern, from: asTicks(ends[0]), to: asTicks(ends[1]) }
  const length = Math.abs(factor)
  const fadeOf = (one: Pattern['fadeIn']) =>
    one && { ...one, length: asTicks(Math.max(1, Math.round(one.length * length))) }
  const [first, last] = (factor > 0 ? [fadeIn, fadeOut] : [fadeOut, fadeIn]).map(fadeOf)
  const isBackward = factor > 0 ? backward : !backward
  return {
    ...rest,
    from: asTicks(Math.min(...ends)),
    to: asTicks(Math.max(...ends)),
    frequency: frequency / length,
    ...(fade === undefined ? {} : { fade: fade / length }),
    ...(first ? { fadeIn: first } : {}),
    ...(last ? { fadeOut: last } : {}),
    ...(isBackward ? { backward: true as const } : {}),
  }
}

/**
 * A property whose patterns go along with its keys: those that lie within the stretch of the keys that move, which are two
 * at least.
 * @param chosen ids of keys that move
 */
export function withPatternsAlong(
  property: Property,
  before: Property,
  chosen: ReadonlySet<string>,
  timeOf: (time: number) => number,
): Property {
  if (!property.patterns) return property
  const times = before.keys.filter(({ id, timeless }) => !timeless && chosen.has(id)).map(({ t }) => t)
  const [first, last] = [times[0], times.at(-1)]
  if (first === undefined || last === undefined || first === last) return property
  const patterns = property.patterns.map((pattern) =>
    pattern.from >= first && pattern.to <= last ? retimedPattern(pattern, timeOf) : pattern,
  )
  return { ...property, patterns }
}
