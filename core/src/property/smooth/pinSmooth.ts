import type { BendLibrary } from '../../bend/index.ts'
import { compileProperty } from '../compileProperty.ts'
import { isInLine } from './keepJoined.ts'
import type { Key, Property } from '../property.ts'

/**
 * Writes down what the program worked out: picked smooth keys become joined, or corners where their sides are not in
 * line, with the handles they show; nothing seen changes. At either end of a property, where there is one side only,
 * joined and corner are the same.
 * @param picks tells by index among the timed keys (0 is the first) which; those that are not smooth are left alone
 */
export function pinSmooth(
  property: Property,
  picks: (index: number) => boolean,
  library: BendLibrary,
): Property {
  if (!property.keys.some((key) => key.through === 'smooth')) return property
  const compiled = compileProperty(property, library)
  const { keys: timed, bends } = compiled
  const pinned = (i: number): boolean => timed[i]?.through === 'smooth' && picks(i)
  if (!timed.some((_, i) => pinned(i))) return property
  const written = new Map(
    timed.map((key, i): [string, Key] => {
      const shown = bends[i]
      const shows = shown && key.bend.kind !== 'linked' && (pinned(i) || pinned(i + 1))
      // Beside a span that has no smooth side of its own the two need not be in line.
      const through = pinned(i) ? (isInLine(compiled, i) ? 'joined' : 'corner') : key.through
      return [key.id, { ...key, bend: shows ? shown : key.bend, through }]
    }),
  )
  return { ...property, keys: property.keys.map((key) => written.get(key.id) ?? key) }
}
