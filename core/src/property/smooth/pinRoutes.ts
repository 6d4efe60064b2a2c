import type { Key, Property } from '../property.ts'
import { resolveRoutes } from '../spans/routeSpans.ts'

/** Writes down the handles of picked smooth route points: they become joined; nothing seen changes. */
export function pinRoutes(property: Property, picks: (index: number) => boolean): Property {
  const pinned = (key: Key, i: number): boolean => key.route?.through === 'smooth' && picks(i)
  if (property.kind !== 'place' || !property.keys.some(pinned)) return property
  const handles = resolveRoutes(property.keys)
  return {
    ...property,
    keys: property.keys.map((key, i) =>
      pinned(key, i) ? { ...key, route: { ...handles[i]!, through: 'joined' } } : key,
    ),
  }
}
