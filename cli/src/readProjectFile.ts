import { createHash } from 'node:crypto'
import { MOST_PACKED, readBendFile, type ProjectFile } from '@arrow-bend/core/format/project'
import { readBytes } from './readBytes.ts'

const sha256 = async (bytes: Uint8Array): Promise<string> => createHash('sha256').update(bytes).digest('hex')

/** Reads a `.bend` file or project.json from disk. Throws BadFile with a sentence that names it. */
export async function readProjectFile(path: string): Promise<ProjectFile> {
  return readBendFile(
    await readBytes(path, MOST_PACKED, 'is over 256 MB, more than a project can be.'),
    sha256,
  )
}
