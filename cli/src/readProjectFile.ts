import { createHash } from 'node:crypto'
import { basename } from 'node:path'
import { MOST_PACKED, readBendFile, type ProjectFile } from '@arrow-bend/core/format/project'
import { readMovingFile, takenProject, type LeftOut } from '@arrow-bend/core/format/takeOver'
import { readBytes } from './readBytes.ts'

const sha256 = async (bytes: Uint8Array): Promise<string> => createHash('sha256').update(bytes).digest('hex')

/** A project from a file, and what of that was not understood. */
export interface ReadProject extends ProjectFile {
  /** Empty for a project of ours. */
  readonly leftOut: readonly LeftOut[]
}

/**
 * Reads a `.bend` file, a project.json, or another file that moves, from disk.
 * @throws BadFile with a sentence that names it
 */
export async function readProjectFile(path: string): Promise<ReadProject> {
  const bytes = await readBytes(path, MOST_PACKED, 'is over 256 MB, more than a project can be.')
  let ids = 0
  const makeId = (): string => `t${(ids += 1)}`
  const taken = readMovingFile(bytes, basename(path), makeId)
  if (taken) return { ...(await takenProject(taken, { makeId, sha256 })), leftOut: taken.leftOut }
  return { ...(await readBendFile(bytes, sha256)), leftOut: [] }
}
