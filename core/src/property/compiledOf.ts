import { compileProperty, type CompiledProperty } from './compileProperty.ts'
import type { Property } from './property.ts'

const CACHE = new WeakMap<Property, CompiledProperty>()

/** The compiled form of a property of an immutable document, made once for each property object. */
export function compiledOf(property: Property): CompiledProperty {
  const known = CACHE.get(property)
  if (known) return known
  const made = compileProperty(property)
  CACHE.set(property, made)
  return made
}
