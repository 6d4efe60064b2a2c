import { compileProperty } from './compileProperty.ts'
import type { Key, Property } from './property.ts'

/**
 * Turns smooth keys into corners, every span beside them keeping the bend it shows: nothing seen changes.
 * @param picks tells by index (0 is the first key) which keys; those that are not smooth are left alone
 */
export function pinSmooth(property: Property, picks: (index: number) => boolean): Property {
  const { keys } = property
  const pinned = (i: number): boolean => keys[i]?.through === 'smooth' && picks(i)
  if (!keys.some((_, i) => pinned(i))) return property
  const { bends } = compileProperty(property)
  return {
    ...property,
    keys: keys.map((key, i): Key => {
      const shown = bends[i]
      const bend = shown && (pinned(i) || pinned(i + 1)) ? shown : key.bend
      return pinned(i) ? { ...key, bend, through: 'corner' } : { ...key, bend }
    }),
  }
}
