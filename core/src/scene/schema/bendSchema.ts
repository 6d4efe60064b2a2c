import { z } from 'zod'
import { FAMILIES, hasLift, type Bend, type FamilyName, type PlainBend } from '../../bend/index.ts'
import { LIMITS } from './limits.ts'

const AMOUNTS = `numbers lie from ${formatted(-LIMITS.magnitude)} to ${formatted(LIMITS.magnitude)}`
export const amount = z.number().min(-LIMITS.magnitude, AMOUNTS).max(LIMITS.magnitude, AMOUNTS)
function formatted(number: number): string {
  return number.toLocaleString('en').replace('-', '−')
}

const share = z.number().min(0).max(1)
const offset = z.tuple([amount, amount]).readonly()
export const through = z.enum(['corner', 'joined', 'smooth'])

const handle = z.strictObject({
  reach: share,
  rise: amount,
  lift: z.array(amount).max(LIMITS.componentsOfValue).readonly().optional(),
})

const node = z.strictObject({ at: offset, arrive: offset, leave: offset, through })

const familyNumbers = Object.fromEntries(
  Object.values(FAMILIES)
    .flatMap((family) => family.numbers)
    .map(({ name, least, most, whole }) => {
      const range = `it lies from ${least} to ${most}`
      const number = z.number().min(least, range).max(most, range)
      return [name, (whole ? number.int() : number).optional()]
    }),
)

const part = z
  .tuple([share, share])
  .readonly()
  .refine(([from, to]) => from < to, 'its part has to start before it ends')

const family = z
  .strictObject({
    kind: z.literal('family'),
    family: z.enum(Object.keys(FAMILIES) as [FamilyName, ...FamilyName[]]),
    mode: z.enum(['in', 'out', 'inOut']).optional(),
    jump: z.enum(['start', 'end', 'both', 'none']).optional(),
    part: part.optional(),
    ...familyNumbers,
  })
  .refine((bend) => bend.jump !== 'none' || ('steps' in bend ? Number(bend.steps) > 1 : true), {
    message: 'steps without a jump at either end need at least two steps',
  })

const points = z.strictObject({
  kind: z.literal('points'),
  nodes: z
    .array(node)
    .min(2)
    .max(LIMITS.nodesOfBend, `a bend has ${LIMITS.nodesOfBend} points at most`)
    .readonly()
    .refine((nodes) => nodes.every((here, i) => i === 0 || nodes[i - 1]!.at[0] < here.at[0]), {
      message: 'its points have to go on in time',
    })
    .refine(
      (nodes) => {
        if (nodes.length < 2) return false
        const [first, last] = [nodes[0]!.at, nodes[nodes.length - 1]!.at]
        return first[0] === 0 && first[1] === 0 && last[0] === 1 && last[1] === 1
      },
      { message: 'its points have to run from 0, 0 to 1, 1' },
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
export const plainBendSchema = z.discriminatedUnion('kind', PLAIN) as unknown as z.ZodType<PlainBend>

/** A bend as a library keeps it: any but a link, and without a bump. */
export const libraryBendSchema = plainBendSchema.refine((bend) => !hasLift(bend), {
  message: 'a bend of the library has no bump (lift): it has no units',
})

/** A bend as stored with a key. */
export const bendSchema = z.discriminatedUnion('kind', [
  ...PLAIN,
  z.strictObject({ kind: z.literal('linked'), bendId: z.string().min(1).max(64) }),
]) as unknown as z.ZodType<Bend>
