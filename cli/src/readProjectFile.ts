import { createHash } from 'node:crypto'
import { createReadStream } from 'node:fs'
import { BadFile, MOST_PACKED, readBendFile, type ProjectFile } from '@arrow-bend/core/format/project'

const sha256 = async (bytes: Uint8Array): Promise<string> => createHash('sha256').update(bytes).digest('hex')

/** Reads a `.bend` file or project.json from disk. Throws BadFile with a sentence that names it. */
export async function readProjectFile(path: string): Promise<ProjectFile> {
  const bytes = await readBounded(path).catch((caught: NodeJS.ErrnoException) => {
    if (caught instanceof BadFile) throw caught
    throw new BadFile(
      caught.code === 'ENOENT' ? `There is no file ${path}.` : `${path} cannot be read (${caught.code}).`,
    )
  })
  return readBendFile(bytes, sha256)
}

/** The bytes of a file, a device or a pipe, as long as they are no more than a project can be. */
async function readBounded(path: string): Promise<Uint8Array<ArrayBuffer>> {
  const pieces: Buffer[] = []
  let length = 0
  for await (const piece of createReadStream(path, { highWaterMark: 1024 * 1024 })) {
    pieces.push(piece as Buffer)
    length += (piece as Buffer).length
    if (length > MOST_PACKED) throw new BadFile(`${path} is over 256 MB, more than a project can be.`)
  }
  const bytes = new Uint8Array(length)
  let at = 0
  for (const piece of pieces) {
    bytes.set(piece, at)
    at += piece.length
  }
  return bytes
}
