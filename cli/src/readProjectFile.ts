import { createHash } from 'node:crypto'
import { basename } from 'node:path'
import { readBendFile, type ProjectFile, type Sha256 } from '@arrow-bend/core/format/project'
import { openMovingFile, takenProject, type LeftOut } from '@arrow-bend/core/format/takeOver'
import { openFile } from './openFile.ts'

const PIECE = 8 * 1024 * 1024

const sha256: Sha256 = async (bytes) => {
  const hash = createHash('sha256')
  for (let from = 0; from < bytes.size; from += PIECE)
    hash.update(new Uint8Array(await bytes.slice(from, from + PIECE).arrayBuffer()))
  return hash.digest('hex')
}

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
  const file = await openFile(path)
  let ids = 0
  const makeId = (): string => `t${(ids += 1)}`
  const taken = await openMovingFile(file, basename(path), makeId)
  if (taken) return { ...(await takenProject(taken, { makeId, sha256 })), leftOut: taken.leftOut }
  return { ...(await readBendFile(file, sha256)), leftOut: [] }
}
