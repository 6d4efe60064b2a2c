import * as z from 'zod/mini'
import { FAMILIES, hasLift, type Bend, type FamilyName, type PlainBend } from '../../bend/index.ts'
import { LIMITS } from './limits.ts'
import { amount, share } from './schemaParts.ts'

const offset = z.readonly(z.tuple([amount, amount]))
export const through = z.enum(['corner', 'joined', 'smooth'])

const handle = z.strictObject({
  reach: share,
  rise: amount,
  lift: z.optional(z.readonly(z.array(amount).check(z.maxLength(LIMITS.componentsOfValue)))),
})

const node = z.strictObject({ at: offset, arrive: offset, leave: offset, through })

const familyNumbers = Object.fromEntries(
  Object.values(FAMILIES)
    .flatMap((family) => family.numbers)
    .map(({ name, least, most, whole }) => {
      const range = `it lies from ${least} to ${most}`
      const number = (whole ? z.int() : z.number()).check(z.minimum(least, range), z.maximum(most, range))
      return [name, z.optional(number)]
    }),
)

const part = z
  .readonly(z.tuple([share, share]))
  .check(z.refine(([from, to]) => from < to, 'its part has to start before it ends'))

const family = z
  .strictObject({
    kind: z.literal('family'),
    family: z.enum(Object.keys(FAMILIES) as [FamilyName, ...FamilyName[]]),
    mode: z.optional(z.enum(['in', 'out', 'inOut'])),
    jump: z.optional(z.enum(['start', 'end', 'both', 'none'])),
    part: z.optional(part),
    ...familyNumbers,
  })
  .check(
    z.refine(
      (bend) => bend.jump !== 'none' || ('steps' in bend ? Number(bend.steps) > 1 : true),
      'steps without a jump at either end need at least two steps',
    ),
  )

const points = z.strictObject({
  kind: z.literal('points'),
  nodes: z.readonly(
    z.array(node).check(
      z.minLength(2),
      z.maxLength(LIMITS.nodesOfBend, `a bend has ${LIMITS.nodesOfBend} points at most`),
      z.refine(
        (nodes) => nodes.every((here, i) => i === 0 || nodes[i - 1]!.at[0] < here.at[0]),
        'its points have to go on in time',
      ),
      z.refine((nodes) => {
        if (nodes.length < 2) return false
        const [first, last] = [nodes[0]!.at, nodes[nodes.length - 1]!.at]
        return first[0] === 0 && first[1] === 0 && last[0] === 1 && last[1] === 1
      }, 'its points have to run from 0, 0 to 1, 1'),
    ),
  ),
})

const PLAIN = [
  z.strictObject({ kind: z.literal('linear') }),
  z.strictObject({ kind: z.literal('hold') }),
  z.strictObject({ kind: z.literal('handles'), leave: handle, arrive: handle }),
  family,
  points,
] as const

/** A bend that is no link. */
export const plainBendSchema = z.discriminatedUnion('kind', PLAIN) as unknown as z.ZodMiniType<PlainBend>

/** A bend as a library keeps it: any but a link, and without a bump. */
export const libraryBendSchema = plainBendSchema.check(
  z.refine((bend) => !hasLift(bend), 'a bend of the library has no bump (lift): it has no units'),
)

/** A bend as stored with a key. */
export const bendSchema = z.discriminatedUnion('kind', [
  ...PLAIN,
  z.strictObject({ kind: z.literal('linked'), bendId: z.string().check(z.minLength(1), z.maxLength(64)) }),
]) as unknown as z.ZodMiniType<Bend>
