import { compileProperty, valueAt } from '../src/property/index.ts'
import { playedProperty, type Layer } from '../src/scene/index.ts'
import { TICKS_PER_SECOND } from '../src/time/index.ts'

/** The local time of a layer, s, at a moment of its own time, s. */
export function compileInner(layer: Layer): (seconds: number) => number {
  const compiled = compileProperty(playedProperty(layer, 'local time', []), [])
  return (seconds) => valueAt(compiled, seconds * TICKS_PER_SECOND)[0]!
}
