import * as z from 'zod/mini'
import { PATTERN_KINDS, PATTERN_MODES, type Pattern, type PropertyKind } from '../../property/index.ts'
import { MOST_TICKS, type Ticks } from '../../time/index.ts'
import { libraryBendSchema } from './bendSchema.ts'
import { LIMITS } from './limits.ts'
import { amount, colourSchema, idSchema, share, ticksSchema, type Tell } from './schemaParts.ts'

const fade = z.strictObject({
  length: z.int().check(z.minimum(1), z.maximum(MOST_TICKS)) as unknown as z.ZodMiniType<Ticks>,
  bend: libraryBendSchema,
})

/** A pattern of a property whose levels are of a kind. */
const patternOf = (level: z.ZodMiniType): z.ZodMiniType<Pattern> =>
  z
    .strictObject({
      id: idSchema,
      kind: z.enum(PATTERN_KINDS, { error: 'this kind of pattern is not known to this version' }),
      from: ticksSchema,
      to: ticksSchema,
      low: level,
      high: level,
      frequency: z.number().check(z.positive('a frequency has to be above 0'), z.maximum(LIMITS.frequency)),
      phase: share,
      mode: z.optional(z.enum(PATTERN_MODES)),
      component: z.optional(z.union([z.literal(0), z.literal(1)])),
      direction: z.optional(z.enum(['along', 'across'])),
      duty: z.optional(share),
      fade: z.optional(z.number().check(z.minimum(-LIMITS.fade), z.maximum(LIMITS.fade))),
      seed: z.optional(z.int().check(z.minimum(-(2 ** 31)), z.maximum(2 ** 31 - 1))),
      bend: z.optional(libraryBendSchema),
      fadeIn: z.optional(fade),
      fadeOut: z.optional(fade),
      unevenHeight: z.optional(share),
      unevenTime: z.optional(share),
      backward: z.optional(z.literal(true)),
      off: z.optional(z.literal(true)),
    })
    .check(
      z.refine(({ from, to }) => from < to, 'a pattern has to start before it ends'),
    ) as unknown as z.ZodMiniType<Pattern>

const NUMBERS = patternOf(amount)
const COLOURS = patternOf(colourSchema)

/** The patterns a property of a kind may have. */
export const patternsSchema = (kind: PropertyKind): z.ZodMiniType<readonly Pattern[]> =>
  z.readonly(z.array(kind === 'colour' ? COLOURS : NUMBERS).check(z.maxLength(LIMITS.patternsOfProperty)))

const PATTERNED: ReadonlySet<PropertyKind> = new Set(['number', 'turn', 'pair', 'place', 'colour'])
/** Whether a pattern can be laid on a kind of property. */
export const takesPatterns = (kind: PropertyKind): boolean => PATTERNED.has(kind)

/** What patterns have to keep beyond the form of their fields. */
export function checkPatterns(kind: PropertyKind, patterns: readonly Pattern[], tell: Tell): void {
  if (patterns.length > 0 && !takesPatterns(kind))
    tell([], `${kind === 'outline' ? 'an' : 'a'} ${kind} takes no patterns`)
  const hasParts = kind === 'pair' || kind === 'place'
  patterns.forEach(({ mode, component, direction, kind: wave, bend }, i) => {
    if (kind === 'colour' && mode !== 'replace') tell([i, 'mode'], 'a pattern of colours has to replace')
    if (component !== undefined && !hasParts) tell([i, 'component'], `a ${kind} has one number only`)
    if (direction !== undefined && (kind !== 'place' || component !== undefined || (mode ?? 'add') !== 'add'))
      tell([i, 'direction'], 'only what is added to the whole of a place goes along its route')
    if (wave === 'own' && !bend) tell([i, 'bend'], 'a pattern of one’s own needs a bend')
  })
  if (new Set(patterns.map(({ id }) => id)).size < patterns.length) tell([], 'two patterns have the same id')
}
