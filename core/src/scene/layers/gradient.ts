import type { OklabAlpha } from '../../property/index.ts'
import type { Layer } from '../document.ts'
import type { Bounds } from '../outline/outlineBounds.ts'
import { colour, type PropertyDefinition } from './propertyDefinition.ts'
import type { PropertyReader, PropertyWriter } from './propertyReader.ts'

export const GRADIENTS = ['none', 'linear', 'radial'] as const
export type GradientKind = (typeof GRADIENTS)[number]

/** Spaces colours are mixed in between stops. */
export const GRADIENT_MIXES = ['oklab', 'srgb'] as const
export type GradientMix = (typeof GRADIENT_MIXES)[number]

/** Stops one gradient may have. */
export const MOST_STOPS = 16

/** What every shape tells of its gradient; where it lies and its stops are told only by shapes that have one. */
export const GRADIENT: readonly PropertyDefinition[] = [
  {
    name: 'gradient',
    label: 'Gradient',
    kind: 'choice',
    hue: 'colour',
    unit: '',
    value: 'none',
    choices: GRADIENTS,
    step: 1,
    set: 'gradient',
  },
  {
    name: 'gradient mix',
    label: 'Gradient mix',
    kind: 'choice',
    hue: 'colour',
    unit: '',
    value: 'oklab',
    choices: GRADIENT_MIXES,
    step: 1,
    set: 'gradient',
    listedWith: 'gradient',
  },
]

const end = (name: string, label: string, value: readonly [number, number]): PropertyDefinition => ({
  name,
  label,
  kind: 'pair',
  hue: 'colour',
  unit: '%',
  value,
  step: 1,
})
/** Of the shape's own box, from its left top. */
export const GRADIENT_ENDS: readonly PropertyDefinition[] = [
  end('gradient start', 'Gradient start', [0, 50]),
  end('gradient end', 'Gradient end', [100, 50]),
]

const STOP = /^stop ([1-9]\d?) (offset|colour)$/

/** The stop a property is of, from 1; null for one of another name. */
export function stopOf(name: string): number | null {
  const found = STOP.exec(name)
  return found && Number(found[1]) <= MOST_STOPS ? Number(found[1]) : null
}

/** What a property is that only shapes with a gradient have. */
export function gradientPartDefinition(name: string): PropertyDefinition | null {
  const found = GRADIENT_ENDS.find((one) => one.name === name)
  if (found) return found
  const stop = stopOf(name)
  if (stop === null) return null
  if (name.endsWith('colour')) return colour(name, `Stop ${stop} colour`, '#000000')
  return {
    name,
    label: `Stop ${stop} offset`,
    kind: 'number',
    hue: 'colour',
    unit: '%',
    value: 0,
    limits: [0, 100],
    step: 1,
  }
}

/** Whether a property tells of a gradient. */
export const isOfGradient = (name: string): boolean =>
  GRADIENT.some((one) => one.name === name) || gradientPartDefinition(name) !== null

/** The stops a layer tells of, those that have a colour, in order. */
export function stopsIn(properties: Layer['properties']): readonly number[] {
  return Array.from({ length: MOST_STOPS }, (_, i) => i + 1).filter((n) => properties[`stop ${n} colour`])
}

/** The properties of a layer's gradient that only shapes with one have, as they are listed; none where it never has one. */
export function gradientPartsIn(properties: Layer['properties']): readonly string[] {
  const kind = properties['gradient']
  if (!kind || (kind.keys.length === 0 && kind.value === 'none')) return []
  const names = stopsIn(properties).flatMap((n) => [`stop ${n} offset`, `stop ${n} colour`])
  return [...GRADIENT_ENDS.map(({ name }) => name), ...names].filter((name) => properties[name])
}

export interface GradientStop {
  /** 0 … 1 */
  offset: number
  /** OKLab and alpha. */
  readonly colour: Float64Array
}

/** A gradient that fills a shape; with fewer than two stops its plain fill does. */
export interface Gradient {
  kind: GradientKind
  mix: GradientMix
  /** Start and end, % of the shape's box. */
  readonly ends: Float64Array
  readonly stops: readonly GradientStop[]
}

export const gradientOf = (properties: Layer['properties']): Gradient => ({
  kind: 'none',
  mix: 'oklab',
  ends: Float64Array.from(GRADIENT_ENDS.flatMap(({ value }) => value as readonly [number, number])),
  stops: stopsIn(properties).map(() => ({ offset: 0, colour: new Float64Array(4) })),
})

export function gradientWriters(
  gradient: Gradient,
  { properties }: Pick<Layer, 'properties'>,
  read: PropertyReader,
): PropertyWriter[] {
  const ends = GRADIENT_ENDS.flatMap(({ name }, i) =>
    properties[name] ? [read.list(name, gradient.ends.subarray(2 * i, 2 * i + 2))] : [],
  )
  const stops = stopsIn(properties).flatMap((n, i) => {
    const stop = gradient.stops[i]!
    const offset = `stop ${n} offset`
    return [
      read.list(`stop ${n} colour`, stop.colour),
      ...(properties[offset] ? [read.number(offset, (value) => (stop.offset = shareOf(value)))] : []),
    ]
  })
  return [
    read.choice('gradient', (value) => (gradient.kind = value as GradientKind)),
    read.choice('gradient mix', (value) => (gradient.mix = value as GradientMix)),
    ...ends,
    ...stops,
  ]
}

const shareOf = (percent: number): number => Math.min(1, Math.max(0, percent / 100))

/** Whether a gradient is what fills its shape. */
export const isFilling = ({ kind, stops }: Gradient): boolean => kind !== 'none' && stops.length > 1

/** Where a gradient starts and ends, px of the shape; a radial one is a circle about its start that reaches its end. */
export function gradientLine(
  { ends }: Gradient,
  { x, y, width, height }: Bounds,
): [x0: number, y0: number, x1: number, y1: number] {
  const [startX, startY, endX, endY] = ends as unknown as [number, number, number, number]
  return [
    x + (startX / 100) * width,
    y + (startY / 100) * height,
    x + (endX / 100) * width,
    y + (endY / 100) * height,
  ]
}

/** Steps between two stops whose colours are mixed in another space than those who draw do it in. */
const STEPS = 16

/**
 * The colours of a gradient in order, for those who mix encoded sRGB between them.
 * @param steps pieces between two stops that are mixed otherwise
 */
export function drawnStops(
  { stops, mix }: Gradient,
  steps = STEPS,
): readonly { offset: number; colour: OklabAlpha }[] {
  const inOrder = stops
    .map(({ offset, colour: numbers }) => ({ offset, colour: [...numbers] as OklabAlpha }))
    .sort((a, b) => a.offset - b.offset)
  if (mix === 'srgb') return inOrder
  return inOrder.flatMap((stop, i) => {
    const next = inOrder[i + 1]
    if (!next || next.offset === stop.offset) return [stop]
    return Array.from({ length: steps }, (_, k) => ({
      offset: stop.offset + (k / steps) * (next.offset - stop.offset),
      colour: mixedOklab(stop.colour, next.colour, k / steps),
    }))
  })
}

/** Two colours mixed in OKLab, premultiplied. Source: W3C, CSS Color 4, 12.3. */
export function mixedOklab(from: OklabAlpha, to: OklabAlpha, p: number): OklabAlpha {
  const along = (a: number, b: number): number => a + p * (b - a)
  const alpha = along(from[3], to[3])
  const part = (i: number): number =>
    alpha === 0 ? along(from[i]!, to[i]!) : along(from[i]! * from[3], to[i]! * to[3]) / alpha
  return [part(0), part(1), part(2), alpha]
}
