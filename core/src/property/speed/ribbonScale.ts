import type { BendLibrary, PlainBend } from '../../bend/index.ts'
import { secondsOfTicks } from '../../time/index.ts'
import { compiledOf } from '../compiledOf.ts'
import type { CompiledProperty } from '../compileProperty.ts'
import type { Key, Property } from '../property.ts'
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

function fromScratch(compiled: CompiledProperty): number {
  const { spans, times } = compiled
  const scratch = new Float64Array(compiled.speedWidth)
  let scale = 0
  for (let i = 0; i < spans.length; i += 1)
    scale = Math.max(scale, changeRate(compiled, i, scratch) / secondsOfTicks(times[i + 1]! - times[i]!))
  return scale
}

interface KnownRate {
  readonly kind: Property['kind']
  readonly mix: Property['mix']
  readonly from: Key['value']
  readonly to: Key['value']
  readonly rate: number
}

/** By bend: a span that is only made longer or shorter goes through the same change. */
const RATES = new WeakMap<PlainBend, KnownRate>()

/** What fills the ribbon of one span, units for the whole length of the span. */
function changeRate(compiled: CompiledProperty, index: number, scratch: Float64Array): number {
  const { property, keys, bends } = compiled
  const { kind, mix } = property
  const [{ value: from }, { value: to }] = [keys[index]!, keys[index + 1]!]
  const bend = bends[index]!
  const known = RATES.get(bend)
  if (known?.kind === kind && known.mix === mix && known.from === from && known.to === to) return known.rate
  const seconds = secondsOfTicks(compiled.times[index + 1]! - compiled.times[index]!)
  let [sum, most] = [0, 0]
  for (let i = 0; i < SAMPLES; i += 1) {
    const speed = Math.abs(ribbonSpeed(kind, compiled.spans[index]!, (i + 0.5) / SAMPLES, scratch))
    if (!Number.isFinite(speed)) continue
    sum += speed
    most = Math.max(most, speed)
  }
  const rate = Math.max(most, (1.6 * sum) / SAMPLES) * seconds
  // A place goes along a route, which its values alone do not tell.
  if (kind !== 'place' && Object.isFrozen(bend)) RATES.set(bend, { kind, mix, from, to, rate })
  return rate
}
