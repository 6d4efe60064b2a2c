import * as z from 'zod/mini'
import { describeIssues, LIMITS, NAMED_BEND_FIELDS, type NamedBend } from '../../scene/index.ts'
import { BadFile } from '../badFile.ts'
import { readProjectData } from '../project/index.ts'

const FORMAT = 'arrow-bend/bends'
/** The longest text read, characters. */
const LONGEST = 8 * 1024 * 1024

/** A bend with a name, as it travels between libraries: each gives it an id of its own. */
export type LooseBend = Omit<NamedBend, 'id'>

const fileSchema = z.strictObject({
  format: z.literal(FORMAT),
  version: z.literal(1, 'this version of bend files is not known'),
  bends: z
    .array(z.strictObject(NAMED_BEND_FIELDS))
    .check(
      z.minLength(1, 'it holds none'),
      z.maxLength(LIMITS.namedBends, `it holds more than ${LIMITS.namedBends}`),
    ),
}) as unknown as z.ZodMiniType<{ readonly bends: readonly LooseBend[] }>

/** Bends as the text of a file: JSON. */
export function writeBends(bends: readonly LooseBend[]): string {
  const loose = bends.map(({ name, bend, tags }) => ({ name, bend, ...(tags?.length ? { tags } : {}) }))
  return `${JSON.stringify({ format: FORMAT, version: 1, bends: loose }, null, 2)}\n`
}

/**
 * Reads bends from the text of a file, checked whole: one of bends, or the library of a project's JSON.
 * @throws BadFile with the path to the first trouble
 */
export function readBends(text: string): readonly LooseBend[] {
  if (text.length > LONGEST) throw unreadable('they are over 8 MB of text')
  const data = parsed(text)
  if (isProject(data)) {
    const { bends, name } = readProjectData(data)
    if (bends.length === 0) throw unreadable(`the library of “${name}” is empty`)
    return bends.map(({ name: own, bend, tags }) => ({ name: own, bend, ...(tags ? { tags } : {}) }))
  }
  const read = fileSchema.safeParse(Array.isArray(data) ? asFile(data) : data)
  if (!read.success) throw unreadable(describeIssues(read.error))
  return read.data.bends
}

/** A plain list of bends, as the command line writes a library: whatever ids they had. */
const asFile = (list: readonly unknown[]): unknown => ({
  format: FORMAT,
  version: 1,
  bends: list.map((one) =>
    typeof one === 'object' && one !== null
      ? Object.fromEntries(Object.entries(one).filter(([name]) => name !== 'id'))
      : one,
  ),
})

const isProject = (data: unknown): boolean =>
  typeof data === 'object' && data !== null && (data as { format?: unknown }).format === 'arrow-bend/project'

function parsed(text: string): unknown {
  try {
    return JSON.parse(text.replace(/^\uFEFF/, ''))
  } catch {
    throw unreadable('this is not valid JSON')
  }
}

const unreadable = (why: string): BadFile =>
  new BadFile(`The bends cannot be read: ${why}. Nothing was changed.`)
