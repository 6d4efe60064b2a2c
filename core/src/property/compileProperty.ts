import type { Bend } from '../bend/index.ts'
import { compileRoute, routeCubic, type Vec2 } from '../route/index.ts'
import { secondsOfTicks } from '../time/index.ts'
import { parseColour } from './colour.ts'
import { ColourSpan } from './colourSpan.ts'
import type { CompiledSpan } from './compiledSpan.ts'
import { liftCurve } from './liftedCurve.ts'
import { NumericSpan } from './numericSpan.ts'
import { PlaceSpan } from './placeSpan.ts'
import { KIND_WIDTH, type Key, type Outside, type Property, type Value } from './property.ts'
import { resolveSmooth } from './resolveSmooth.ts'

/** A property with everything worked out, for fast evaluation. Made by `compileProperty`; hold on to it. */
export interface CompiledProperty {
  readonly property: Property
  /** Numbers a value has; speeds of a place have one. */
  readonly width: number
  readonly speedWidth: number
  /** Key times in ticks. */
  readonly times: Float64Array
  /** One value a key, `width` numbers each; without keys the constant value. */
  readonly values: Float64Array
  readonly spans: readonly CompiledSpan[]
  /** The bends as evaluated, smooth sides worked out; one a span. */
  readonly bends: readonly Bend[]
  readonly before: Outside
  readonly after: Outside
  /** The span found last, where the next search starts. */
  hint: number
}

/** Makes a property ready. It must come from a valid document; kinds without numbers give width 0. */
export function compileProperty(property: Property): CompiledProperty {
  const width = KIND_WIDTH[property.kind]
  const { keys } = property
  const values = new Float64Array(Math.max(1, keys.length) * width)
  const list = keys.length > 0 ? keys.map((key) => key.value) : [property.value]
  if (width > 0) list.forEach((value, i) => values.set(numbersOf(property, value), i * width))
  const routes = property.kind === 'place' ? keys.slice(1).map((to, i) => routeBetween(keys[i]!, to)) : []
  const bends = width > 0 ? resolveSmooth(property, smoothTrack(property, values, width, routes)) : []
  return {
    property,
    width,
    speedWidth: property.kind === 'place' ? 1 : width,
    times: Float64Array.from(keys, (key) => key.t),
    values,
    spans: bends.map((bend, i) => compileSpan(property, bend, i, routes)),
    bends,
    before: property.before ?? 'hold',
    after: property.after ?? 'hold',
    hint: 0,
  }
}

function routeBetween(from: Key, to: Key): ReturnType<typeof compileRoute> {
  return compileRoute(routeCubic(from.value as Vec2, to.value as Vec2, from.route?.leave, to.route?.arrive))
}

/** A value as numbers, one a component; colours as OKLab and alpha. */
function numbersOf(property: Property, value: Value): readonly number[] {
  if (typeof value === 'number') return [value]
  if (property.kind === 'colour') return parseColour(value as string)
  return value as Vec2
}

/** Slopes are found on the numbers themselves, on distance for a place, on logarithms for a geometric mix. */
function smoothTrack(
  property: Property,
  values: Float64Array,
  width: number,
  routes: readonly { readonly length: number }[],
): { components: number[][] } {
  if (property.kind === 'place') {
    let travelled = 0
    return { components: [[0, ...routes.map((route) => (travelled += route.length))]] }
  }
  const scale = property.mix === 'geometric' && values.every((value) => value > 0) ? Math.log : Number
  const components = Array.from({ length: width }, (_, component) =>
    Array.from({ length: values.length / width }, (__, key) => scale(values[key * width + component]!)),
  )
  return { components }
}

function compileSpan(
  property: Property,
  bend: Bend,
  index: number,
  routes: readonly ReturnType<typeof compileRoute>[],
): CompiledSpan {
  const from = property.keys[index]!
  const to = property.keys[index + 1]!
  const seconds = secondsOfTicks(to.t - from.t)
  const lifted = liftCurve(bend)
  if (property.kind === 'place') return new PlaceSpan(routes[index]!, lifted, seconds)
  if (property.kind === 'colour') {
    return new ColourSpan(from.value as string, to.value as string, property.mix ?? 'oklab', lifted, seconds)
  }
  const geometric = property.mix === 'geometric'
  return new NumericSpan(
    numbersOf(property, from.value),
    numbersOf(property, to.value),
    geometric,
    lifted,
    seconds,
  )
}
