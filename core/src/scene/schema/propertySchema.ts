import * as z from 'zod/mini'
import type { Outline, Property, PropertyKind } from '../../property/index.ts'
import { bendSchema, through } from './bendSchema.ts'
import { LIMITS } from './limits.ts'
import { checkPatterns, patternsSchema } from './patternSchema.ts'
import { amount, colourSchema, idSchema, ticksSchema, type Tell } from './schemaParts.ts'

export const pairSchema = z.readonly(z.tuple([amount, amount]))
/** The route's handles at a key of a place. */
export const routeSchema = z.strictObject({ arrive: pairSchema, leave: pairSchema, through })
const arm = z.strictObject({ angle: amount, length: amount })
const vertex = z.strictObject({
  at: pairSchema,
  arrive: arm,
  leave: arm,
  corner: z.number().check(z.minimum(0), z.maximum(LIMITS.magnitude)),
})
const outline = z.strictObject({
  closed: z.boolean(),
  vertices: z.readonly(z.array(vertex).check(z.minLength(2), z.maxLength(LIMITS.verticesOfOutline))),
})

function recordOfKinds<T>(make: (kind: PropertyKind) => T): Readonly<Record<PropertyKind, T>> {
  return {
    number: make('number'),
    pair: make('pair'),
    place: make('place'),
    turn: make('turn'),
    colour: make('colour'),
    outline: make('outline'),
    choice: make('choice'),
  }
}

/** Numbers a bump has: one a component, one in all for a place. */
const LIFTS: Readonly<Record<PropertyKind, number>> = {
  number: 1,
  turn: 1,
  pair: 2,
  place: 1,
  colour: 4,
  outline: LIMITS.componentsOfValue,
  choice: 0,
}

const VALUES: Readonly<Record<PropertyKind, z.ZodMiniType>> = {
  number: amount,
  turn: amount,
  pair: pairSchema,
  place: pairSchema,
  colour: colourSchema,
  outline,
  choice: z.union([z.string().check(z.maxLength(LIMITS.textLength)), z.boolean()]),
}

const outside = z.enum(['hold', 'loop', 'carryOn', 'thereAndBack', 'continue'])

/** The fields of a key, by the kind of its property. */
export const KEY_FIELDS = recordOfKinds((kind) => ({
  id: idSchema,
  t: ticksSchema,
  value: VALUES[kind],
  bend: bendSchema,
  through,
  route: z.optional(routeSchema),
  timeless: z.optional(z.literal(true)),
}))

const COLOUR_MIXES = ['oklab', 'oklch', 'oklch-longer', 'srgb-linear', 'srgb'] as const
const NUMBER_MIXES = ['plain', 'geometric'] as const

/** The fields of a property, by its kind. */
export const PROPERTY_FIELDS = recordOfKinds((kind) => ({
  kind: z.literal(kind),
  mix: z.optional(z.enum<readonly string[]>(kind === 'colour' ? COLOUR_MIXES : NUMBER_MIXES)),
  smoothing: z.optional(z.enum(['steady', 'flowing'])),
  value: VALUES[kind],
  keys: z.readonly(z.array(z.strictObject(KEY_FIELDS[kind])).check(z.maxLength(LIMITS.keysOfProperty))),
  before: z.optional(outside),
  after: z.optional(outside),
  split: z.optional(z.literal(true)),
  patterns: z.optional(patternsSchema(kind)),
}))

/** What a property has to keep beyond the form of its fields. */
export function checkProperty(property: Property, tell: Tell): void {
  const { kind } = property
  if (property.split && kind !== 'place' && kind !== 'outline') tell(['split'], `a ${kind} cannot be split`)
  if (property.split && kind === 'outline' && property.keys.length > 0)
    tell(['keys'], 'an outline that is split has none of its own: its vertices have')
  checkKeys(property, tell)
  if (property.patterns)
    checkPatterns(kind, property.patterns, (path, message) => tell(['patterns', ...path], message))
  if (kind === 'outline') checkOutlines(property, tell)
}

function schemaOfKind(kind: PropertyKind) {
  return z
    .strictObject(PROPERTY_FIELDS[kind])
    .check(
      z.superRefine((property, context) => checkProperty(property as unknown as Property, tellIn(context))),
    )
}

/** Tells a schema's findings to its context. */
export function tellIn(context: z.core.$RefinementCtx<unknown>): Tell {
  return (path, message) => context.addIssue({ code: 'custom', path: [...path], message })
}

/** Keys go on in time, waypoints stand between timed keys of a place, bumps have as many numbers as values do. */
function checkKeys({ kind, keys }: Property, tellOfProperty: Tell): void {
  const tell: Tell = (path, message) => tellOfProperty(['keys', ...path], message)
  keys.forEach((key, i) => {
    if (i > 0 && keys[i - 1]!.t >= key.t)
      tell([i, 't'], 'keys have to be in order of time, no two at one time')
    if (key.timeless && kind !== 'place') tell([i, 'timeless'], 'only a place has waypoints')
    if (key.timeless && (i === 0 || i === keys.length - 1))
      tell([i, 'timeless'], 'a waypoint has to lie between two keys with times')
    if (key.bend.kind !== 'handles') return
    const { leave, arrive } = key.bend
    const most = Math.max(leave.lift?.length ?? 0, arrive.lift?.length ?? 0)
    if (most > LIFTS[kind]) tell([i, 'bend'], `a bump of a ${kind} has ${LIFTS[kind]} numbers at most`)
  })
}

/** All outlines of a property are mixed vertex by vertex. */
function checkOutlines({ value, keys }: Property, tell: Tell): void {
  const first = (keys[0]?.value ?? value) as Outline
  keys.forEach((key, i) => {
    const { vertices, closed } = key.value as Outline
    if (vertices.length === first.vertices.length && closed === first.closed) return
    const message = 'has another number of vertices than the first key, or is closed where that is open'
    tell(['keys', i, 'value'], message)
  })
}

/** A property with its keys, each value checked against the property's kind. */
export const propertySchema = z.discriminatedUnion('kind', [
  schemaOfKind('number'),
  schemaOfKind('pair'),
  schemaOfKind('place'),
  schemaOfKind('turn'),
  schemaOfKind('colour'),
  schemaOfKind('outline'),
  schemaOfKind('choice'),
]) as unknown as z.ZodMiniType<Property>
