import type { BendLibrary } from '../bend/index.ts'
import { compiledOf, storedValueAt, type Property, type Value } from '../property/index.ts'

/** The value a property shows at a moment, as stored. */
export function currentValue(property: Property, time: number, library: BendLibrary): Value {
  if (property.keys.length === 0) return property.value
  const here = property.keys.find((key) => key.t === time && !key.timeless)
  return here ? here.value : storedValueAt(compiledOf(property, library), time)
}

/** A number or pair moved by as much as another was, from `before` to `after`. */
export function shifted(old: Value, before: Value, after: Value): Value {
  if (typeof old === 'number') return old + ((after as number) - (before as number))
  const [x, y] = old as readonly [number, number]
  const [fromX, fromY] = before as readonly [number, number]
  const [toX, toY] = after as readonly [number, number]
  return [x + (toX - fromX), y + (toY - fromY)]
}
