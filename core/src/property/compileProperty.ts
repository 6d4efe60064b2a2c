import { HOLD, plainBend, type BendLibrary, type PlainBend } from '../bend/index.ts'
import type { CompiledRoute } from '../route/index.ts'
import { secondsOfTicks } from '../time/index.ts'
import { MixedSpan, type CompiledSpan } from './spans/compiledSpan.ts'
import { liftCurve } from './spans/liftedCurve.ts'
import { ColourMixer } from './mixers/colourMixer.ts'
import type { Mixer } from './mixers/mixer.ts'
import { GeometricMixer, NumericMixer } from './mixers/numericMixer.ts'
import { compilePattern, type CompiledPattern } from './patterns/compilePattern.ts'
import { PlaceSpan } from './spans/placeSpan.ts'
import type { Key, Outside, Property } from './property.ts'
import { resolveSmooth, type SmoothTrack } from './smooth/resolveSmooth.ts'
import { compileRoutes } from './spans/routeSpans.ts'
import { numbersOfValue } from './valueNumbers.ts'

/** A property with everything worked out, for fast evaluation. Made by `compileProperty`; hold on to it. */
export interface CompiledProperty {
  readonly property: Property
  /** Numbers a value has; speeds of a place have one. A choice has one: which key's value shows. */
  readonly width: number
  readonly speedWidth: number
  /** The keys that have a time of their own: all but waypoints. */
  readonly keys: readonly Key[]
  /** Times of those keys in ticks. */
  readonly times: Float64Array
  /** Their values, `width` numbers each; without keys the constant value. */
  readonly values: Float64Array
  /** One between each two neighbouring timed keys. */
  readonly spans: readonly CompiledSpan[]
  /** What turns progress into a value, one a span; for a place into the distance along its route. */
  readonly mixers: readonly Mixer[]
  /** The bends as evaluated, links and smooth sides worked out; one a span. */
  readonly bends: readonly PlainBend[]
  readonly before: Outside
  readonly after: Outside
  /** Its live patterns, those that are switched off left out. */
  readonly patterns: readonly CompiledPattern[]
  /** The span found last, where the next search starts. */
  hint: number
}

/** The keys of a property that have a time of their own: all but the waypoints of a place. */
export function timedKeys({ keys }: Property): readonly Key[] {
  return keys.some((key) => key.timeless) ? keys.filter((key) => !key.timeless) : keys
}

/**
 * Makes a property ready. It must come from a valid document.
 * @param library the project's named bends, which linked spans follow
 * @throws BadBend when a span is linked to a bend the library does not have
 */
export function compileProperty(property: Property, library: BendLibrary): CompiledProperty {
  const keys = timedKeys(property)
  const choice = property.kind === 'choice'
  const list = keys.length > 0 ? keys.map((key) => key.value) : [property.value]
  const numbers = list.map((value, i) => (choice ? [i] : numbersOfValue(property.kind, value)))
  const width = numbers[0]!.length
  const values = new Float64Array(numbers.length * width)
  numbers.forEach((value, i) => values.set(value, i * width))
  const routes = property.kind === 'place' ? compileRoutes(property.keys) : []
  const mixers = keys.slice(1).map((_, i) => makeMixer(property, { keys, values, width, routes }, i))
  const stored = keys.slice(0, -1).map((key) => (choice ? HOLD : plainBend(key.bend, library)))
  const track = (): SmoothTrack => smoothTrack(property, values, width, routes)
  const bends = choice ? stored : resolveSmooth(property.smoothing, { keys, bends: stored, mixers }, track)
  const spans = bends.map((bend, i) => {
    const seconds = secondsOfTicks(keys[i + 1]!.t - keys[i]!.t)
    const lifted = liftCurve(bend)
    return routes[i] ? new PlaceSpan(routes[i], lifted, seconds) : new MixedSpan(mixers[i]!, lifted, seconds)
  })
  return {
    property,
    width,
    speedWidth: property.kind === 'place' ? 1 : width,
    keys,
    times: Float64Array.from(keys, (key) => key.t),
    values,
    spans,
    mixers,
    bends,
    before: outsideRule(property, property.before),
    after: outsideRule(property, property.after),
    patterns: (property.patterns ?? [])
      .filter(({ off }) => !off)
      .map((pattern) => compilePattern(pattern, property.mix)),
    hint: 0,
  }
}

/** A choice has no change to carry on with: it loops. */
function outsideRule({ kind }: Property, rule: Outside = 'hold'): Outside {
  return kind === 'choice' && rule === 'carryOn' ? 'loop' : rule
}

interface Parts {
  readonly keys: readonly Key[]
  readonly values: Float64Array
  readonly width: number
  readonly routes: readonly CompiledRoute[]
}

function makeMixer(property: Property, { keys, values, width, routes }: Parts, span: number): Mixer {
  if (property.kind === 'place') return new NumericMixer([0, routes[span]!.length], 0, 1)
  if (property.kind === 'colour') {
    const [from, to] = [keys[span]!.value as string, keys[span + 1]!.value as string]
    return new ColourMixer(from, to, property.mix ?? 'oklab')
  }
  const Kind = property.mix === 'geometric' ? GeometricMixer : NumericMixer
  return new Kind(values, span * width, width)
}

/** Slopes are found on the numbers themselves, on distance for a place, on logarithms for a geometric mix. */
function smoothTrack(
  property: Property,
  values: Float64Array,
  width: number,
  routes: readonly CompiledRoute[],
): SmoothTrack {
  if (property.kind === 'place') {
    let travelled = 0
    return {
      components: [[0, ...routes.map((route) => (travelled += route.length))]],
      scaleAt: () => 1,
    }
  }
  const geometric = property.mix === 'geometric' && values.every((value) => value > 0)
  const components = Array.from({ length: width }, (_, component) =>
    Array.from({ length: values.length / width }, (__, key) => {
      const value = values[key * width + component]!
      return geometric ? Math.log(value) : value
    }),
  )
  return {
    components,
    scaleAt: (component, key) => (geometric ? values[key * width + component]! : 1),
  }
}
