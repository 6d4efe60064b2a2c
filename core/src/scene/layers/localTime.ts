import type { Key, Property } from '../../property/index.ts'
import { TICKS_PER_SECOND, type Ticks } from '../../time/index.ts'
import type { Layer, LayerKind } from '../document.ts'
import type { PropertyDefinition } from './propertyDefinition.ts'

/** The moment, in seconds, that what lies in a layer is at. Without keys it runs at 100 %. */
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

/** Kinds that show a source of their own, which begins where their span does; a group's time is the layer's own. */
const BEGINS_WITH_SPAN: ReadonlySet<LayerKind> = new Set(['clip', 'sound', 'scene'])
export const beginsWithSpan = (kind: LayerKind): boolean => BEGINS_WITH_SPAN.has(kind)

const RUNNING = new WeakMap<Property, { readonly begins: number; readonly running: Property }>()

/**
 * A layer's local time as it plays: without keys it is `value` + the time since it began, in seconds, so that its value and its
 * speed are read like any other's.
 */
export function runningTime({ kind, span, properties }: Layer): Property {
  const property = properties[LOCAL_TIME.name]!
  if (property.keys.length > 0) return property
  const begins = beginsWithSpan(kind) ? span[0] : 0
  const known = RUNNING.get(property)
  if (known?.begins === begins) return known.running
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
    keys: [key('from', begins, start), key('to', begins + TICKS_PER_SECOND, start + 1)],
    before: 'continue',
    after: 'continue',
  }
  RUNNING.set(property, { begins, running })
  return running
}
