import { z } from 'zod'
import { isColour, type Property, type PropertyKind } from '../property/index.ts'
import { MOST_TICKS, type Ticks } from '../time/index.ts'
import { amount, bendSchema, through } from './bendSchema.ts'
import { LIMITS } from './limits.ts'

export const idSchema = z.string().min(1).max(64)
export const ticksSchema = z.int().min(-MOST_TICKS).max(MOST_TICKS) as unknown as z.ZodType<Ticks>

const point = z.tuple([amount, amount]).readonly()
const arm = z.strictObject({ angle: amount, length: amount })
const vertex = z.strictObject({
  at: point,
  arrive: arm,
  leave: arm,
  corner: z.literal(0, { error: 'rounded corners of outlines are not drawn by this version' }),
})
const outline = z.strictObject({
  closed: z.boolean(),
  vertices: z.array(vertex).min(2).max(LIMITS.verticesOfOutline).readonly(),
})

export const colourSchema = z.string().max(100).refine(isColour, 'not a colour')

const VALUES: Readonly<Record<PropertyKind, z.ZodType>> = {
  number: amount,
  turn: amount,
  pair: point,
  place: point,
  colour: colourSchema,
  outline,
  choice: z.union([z.string().max(LIMITS.textLength), z.boolean()]),
}

const outside = z.enum(['hold', 'loop', 'carryOn', 'thereAndBack', 'continue'])

function keySchema(kind: PropertyKind): z.ZodType {
  return z.strictObject({
    id: idSchema,
    t: ticksSchema,
    value: VALUES[kind],
    bend: bendSchema,
    through,
    route: z.strictObject({ arrive: point, leave: point, through }).optional(),
  })
}

function schemaOfKind<K extends PropertyKind>(kind: K) {
  const still = kind === 'outline' || kind === 'choice'
  const keys = z
    .array(keySchema(kind))
    .max(
      still ? 0 : LIMITS.keysOfProperty,
      still ? `keys on a ${kind} are not played by this version` : undefined,
    )
    .readonly()
    .refine((list) => (list as { t: number }[]).every((key, i, all) => i === 0 || all[i - 1]!.t < key.t), {
      message: 'keys have to be in order of time, no two at one time',
    })
  return z.strictObject({
    kind: z.literal(kind),
    mix: z
      .enum(
        kind === 'colour'
          ? ['oklab', 'oklch', 'oklch-longer', 'srgb-linear', 'srgb']
          : ['plain', 'geometric'],
      )
      .optional(),
    smoothing: z.enum(['steady', 'flowing']).optional(),
    value: VALUES[kind],
    keys,
    before: outside.optional(),
    after: outside.optional(),
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
]) as unknown as z.ZodType<Property>
