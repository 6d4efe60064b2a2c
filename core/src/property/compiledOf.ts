import type { BendLibrary } from '../bend/index.ts'
import { compileProperty, type CompiledProperty } from './compileProperty.ts'
import type { Property } from './property.ts'

interface Known {
  readonly compiled: CompiledProperty
  /** The library the property was compiled with; null when no span follows it. */
  readonly library: BendLibrary | null
}

const CACHE = new WeakMap<Property, Known>()

/**
 * The compiled form of a property of an immutable document, made once for each property object, and anew when the
 * library it is linked to has changed.
 */
export function compiledOf(property: Property, library: BendLibrary): CompiledProperty {
  const known = CACHE.get(property)
  if (known && (known.library === null || known.library === library)) return known.compiled
  const compiled = compileProperty(property, library)
  const linked = property.keys.some(({ bend }) => bend.kind === 'linked')
  CACHE.set(property, { compiled, library: linked ? library : null })
  return compiled
}
