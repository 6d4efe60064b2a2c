import type { BendLibrary } from '../bend/index.ts'
import { compiledOf } from './compiledOf.ts'
import type { CompiledProperty } from './compileProperty.ts'
import type { Property } from './property.ts'
import { ribbonSpeed } from './ribbonSpeed.ts'

/** Looks a span is measured by. */
const SAMPLES = 96

const CACHE = new WeakMap<CompiledProperty, number>()

/**
 * The speed that fills a property's ribbon: its fastest moment, or 1.6 times the fastest mean speed of a span,
 * whichever is more. 0 when nothing moves. Units per second.
 * Source: own; linear in speed, so that equal area is equal change.
 */
export function ribbonScale(property: Property, library: BendLibrary): number {
  const compiled = compiledOf(property, library)
  const known = CACHE.get(compiled)
  if (known !== undefined) return known
  const scale = fromScratch(compiled)
  CACHE.set(compiled, scale)
  return scale
}

function fromScratch({ property, spans, speedWidth }: CompiledProperty): number {
  const scratch = new Float64Array(speedWidth)
  let scale = 0
  for (const span of spans) {
    let sum = 0
    for (let i = 0; i < SAMPLES; i += 1) {
      const speed = Math.abs(ribbonSpeed(property.kind, span, (i + 0.5) / SAMPLES, scratch))
      if (!Number.isFinite(speed)) continue
      sum += speed
      scale = Math.max(scale, speed)
    }
    scale = Math.max(scale, (1.6 * sum) / SAMPLES)
  }
  return scale
}
