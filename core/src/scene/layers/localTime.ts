import type { Key, Property } from '../../property/index.ts'
import { TICKS_PER_SECOND, type Ticks } from '../../time/index.ts'
import type { PropertyDefinition } from './propertyDefinition.ts'

/** The moment, in seconds, that what lies in a layer is at. Without keys it runs with the layer's own time. */
export const LOCAL_TIME: PropertyDefinition = {
  name: 'local time',
  label: 'Local time',
  kind: 'number',
  hue: 'time',
  unit: 's',
  value: 0,
  step: 0.1,
  quiet: true,
}

const RUNNING = new WeakMap<Property, Property>()

/**
 * A property as it plays: a local time without keys is `value` + the layer time in seconds, so that its value and its
 * speed are read like any other's. Every other property is returned as it is.
 * @param name of the property
 */
export function playedProperty(name: string, property: Property): Property {
  if (name !== LOCAL_TIME.name || property.keys.length > 0) return property
  const known = RUNNING.get(property)
  if (known) return known
  const start = property.value as number
  const key = (id: string, t: number, value: number): Key => ({
    id,
    t: t as Ticks,
    value,
    bend: { kind: 'linear' },
    through: 'corner',
  })
  const running: Property = {
    ...property,
    keys: [key('from', 0, start), key('to', TICKS_PER_SECOND, start + 1)],
    before: 'continue',
    after: 'continue',
  }
  RUNNING.set(property, running)
  return running
}
