import { createHash } from 'node:crypto'
import { readFile } from 'node:fs/promises'
import { BadFile, readBendFile, type ProjectFile } from '@arrow-bend/core/format/project'

const sha256 = async (bytes: Uint8Array): Promise<string> => createHash('sha256').update(bytes).digest('hex')

/** Reads a `.bend` file or project.json from disk. Throws BadFile with a sentence that names it. */
export async function readProjectFile(path: string): Promise<ProjectFile> {
  const bytes = await readFile(path).catch((caught: NodeJS.ErrnoException) => {
    throw new BadFile(
      caught.code === 'ENOENT' ? `There is no file ${path}.` : `${path} cannot be read (${caught.code}).`,
    )
  })
  return readBendFile(new Uint8Array(bytes), sha256)
}
