import * as z from 'zod/mini'
import { MOVE_ROLES, MOVE_VARIATIONS, type MoveKey, type MoveTrack, type OwnMove } from '../../moves/index.ts'
import {
  colourSchema,
  describeIssues,
  idSchema,
  LIMITS,
  nameSchema,
  pairSchema,
  plainBendSchema,
  routeSchema,
  amountSchema,
} from '../../scene/index.ts'
import { BadFile } from '../badFile.ts'

const FORMAT = 'arrow-bend/moves'
/** The longest text read, characters. */
const LONGEST = 8 * 1024 * 1024
const MOST_MOVES = 500
const MOST_TRACKS = 100
const LONGEST_MOVE = 3600

const share = z.number().check(z.minimum(0), z.maximum(1))
const text = z.string().check(z.maxLength(LIMITS.textLength))
const AMOUNTS = {
  add: z.union([amountSchema, pairSchema]),
  multiply: z.union([amountSchema, pairSchema]),
  set: z.union([amountSchema, pairSchema, colourSchema, text]),
} as const

const trackOf = <How extends keyof typeof AMOUNTS>(how: How) =>
  z.strictObject({
    property: z.string().check(z.minLength(1), z.maxLength(40)),
    how: z.literal(how),
    keys: z
      .array(
        z.strictObject({
          at: share,
          amount: AMOUNTS[how],
          bend: plainBendSchema,
          route: z.optional(routeSchema),
        }),
      )
      .check(
        z.minLength(1, 'it has no keys'),
        z.maxLength(LIMITS.keysOfProperty),
        z.refine(
          (keys) => keys.every(({ at }, i) => i === 0 || at > keys[i - 1]!.at),
          'keys have to be in order of time, no two at one',
        ),
        z.refine(
          (keys) =>
            new Set((keys as unknown as readonly MoveKey[]).map(({ amount }) => widthOf(amount))).size <= 1,
          'its amounts are of different kinds',
        ),
      ),
  })

const widthOf = (amount: unknown): string => (Array.isArray(amount) ? 'pair' : typeof amount)

const moveSchema = z.strictObject({
  id: idSchema,
  name: nameSchema,
  role: z.enum(MOVE_ROLES),
  rest: z.enum(['end', 'start', 'through']),
  seconds: z.number().check(z.gt(0, 'it has to take some time'), z.maximum(LONGEST_MOVE)),
  varies: z.array(z.enum(MOVE_VARIATIONS)).check(z.maxLength(MOVE_VARIATIONS.length)),
  tracks: z.array(z.discriminatedUnion('how', [trackOf('add'), trackOf('multiply'), trackOf('set')])).check(
    z.minLength(1, 'it moves nothing'),
    z.maxLength(MOST_TRACKS),
    z.refine(
      (tracks) => tracks.every((track) => track.property !== 'position' || isOfPlaces(track as MoveTrack)),
      'a place is changed by pairs that are added',
    ),
  ),
}) as unknown as z.ZodMiniType<OwnMove>

const isOfPlaces = ({ how, keys }: MoveTrack): boolean =>
  how === 'add' && keys.every(({ amount }) => Array.isArray(amount))

const fileSchema = z.strictObject({
  format: z.literal(FORMAT),
  version: z.literal(1),
  moves: z.array(moveSchema).check(z.minLength(1, 'it holds none'), z.maxLength(MOST_MOVES)),
})

/** Moves of one's own as the text of a file: JSON. */
export function writeMoves(moves: readonly OwnMove[]): string {
  return `${JSON.stringify({ format: FORMAT, version: 1, moves }, null, 2)}\n`
}

/**
 * Reads moves of one's own from the text of a file, checked whole.
 * @throws BadFile with the path to the first trouble
 */
export function readMoves(given: string): OwnMove[] {
  if (given.length > LONGEST) throw unreadable('they are over 8 MB of text')
  const read = fileSchema.safeParse(parsed(given))
  if (!read.success) throw unreadable(describeIssues(read.error))
  return read.data.moves
}

function parsed(given: string): unknown {
  try {
    return JSON.parse(given)
  } catch {
    throw unreadable('this is not valid JSON')
  }
}

const unreadable = (why: string): BadFile =>
  new BadFile(`The ready moves cannot be read: ${why}. Nothing was changed.`)
