import * as z from 'zod/mini'
import type { KeyClip, KeyClipTrack } from '../../edit/index.ts'
import type { Key, Property } from '../../property/index.ts'
import {
  definitionOf,
  describeIssues,
  LAYER_KINDS,
  LIMITS,
  libraryBendSchema,
  propertySchema,
  nameSchema,
  type NamedBend,
  type PropertyDefinition,
} from '../../scene/index.ts'
import { BadFile } from '../badFile.ts'

const FORMAT = 'arrow-bend/keys'
/** The longest text read, in characters, and the most lanes. */
const LONGEST = 32 * 1024 * 1024
const MOST_TRACKS = 20_000

const id = z.string().check(z.minLength(1), z.maxLength(64))
const clipSchema = z.strictObject({
  format: z.literal(FORMAT),
  version: z.literal(1),
  tracks: z
    .array(
      z.strictObject({
        layer: id,
        property: z.string().check(z.maxLength(40)),
        keys: z.looseObject({ kind: z.string() }),
      }),
    )
    .check(z.minLength(1, 'it holds no keys'), z.maxLength(MOST_TRACKS)),
  bends: z
    .array(z.strictObject({ id, name: nameSchema, bend: libraryBendSchema }))
    .check(z.maxLength(LIMITS.namedBends)) as unknown as z.ZodMiniType<NamedBend[]>,
})

/**
 * Copied keys as text for the clipboard: JSON, with all that is needed to paste them into another project. Each track
 * holds its keys as a project file holds a property.
 */
export function writeKeyClip({ tracks, bends }: KeyClip): string {
  return JSON.stringify({
    format: FORMAT,
    version: 1,
    tracks: tracks.map(({ layer, definition, keys }) => ({
      layer,
      property: definition.name,
      keys: { kind: definition.kind, value: keys[0]!.value, keys },
    })),
    bends,
  })
}

/** Whether a text claims to be copied keys. */
export function isKeyClip(text: string): boolean {
  return /^\s*\{\s*"format"\s*:\s*"arrow-bend\/keys"/.test(text.slice(0, 200))
}

/**
 * Reads copied keys from text, checked whole.
 * @throws BadFile with the path to the first trouble
 */
export function readKeyClip(text: string): KeyClip {
  if (text.length > LONGEST) throw unreadable('they are over 32 MB of text')
  const read = clipSchema.safeParse(parseJson(text))
  if (!read.success) throw unreadable(describeIssues(read.error))
  const { bends } = read.data
  const known = new Set(bends.map((bend) => bend.id))
  const tracks = read.data.tracks.map(({ layer, property, keys }, i): KeyClipTrack => {
    const path = `tracks[${i}]`
    const checked = propertySchema.safeParse(keys)
    if (!checked.success) throw unreadable(`${path}.keys: ${describeIssues(checked.error)}`)
    const list = (checked.data as Property).keys
    if (list.length === 0) throw unreadable(`${path}.keys: there are none`)
    const definition = definitionNamed(property)
    if (definition?.kind !== (checked.data as Property).kind)
      throw unreadable(`${path}.property: “${property}” of that kind is not known to this version`)
    const lost = list.find(({ bend }) => bend.kind === 'linked' && !known.has(bend.bendId))
    if (lost) throw unreadable(`${path}.keys: one is linked to a bend that did not come along`)
    return { layer, definition, keys: list }
  })
  return { tracks, bends, start: firstOf(tracks) }
}

function firstOf(tracks: readonly KeyClipTrack[]): KeyClip['start'] {
  const times = tracks.map(({ keys }) => (keys[0] as Key).t)
  return times.reduce((least, time) => (time < least ? time : least))
}

function definitionNamed(name: string): PropertyDefinition | null {
  return LAYER_KINDS.map((kind) => definitionOf(kind, name)).find((found) => found !== null) ?? null
}

function parseJson(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    throw unreadable('it is not valid JSON')
  }
}

const unreadable = (why: string): BadFile =>
  new BadFile(`The copied keys cannot be read: ${why}. Nothing was changed.`)
