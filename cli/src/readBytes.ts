import { createReadStream } from 'node:fs'
import { BadFile } from '@arrow-bend/core/format/project'

/**
 * The bytes of a file, a device or a pipe, as long as they are no more than it can be.
 * @param most how many at most
 * @param words what is said of more, after the file's name
 * @throws BadFile with a sentence that names the file
 */
export async function readBytes(path: string, most: number, words: string): Promise<Uint8Array<ArrayBuffer>> {
  const pieces: Buffer[] = []
  let length = 0
  try {
    for await (const piece of createReadStream(path, { highWaterMark: 1024 * 1024 })) {
      pieces.push(piece as Buffer)
      length += (piece as Buffer).length
      if (length > most) throw new BadFile(`${path} ${words}`)
    }
  } catch (caught) {
    if (caught instanceof BadFile) throw caught
    const { code } = caught as NodeJS.ErrnoException
    throw new BadFile(code === 'ENOENT' ? `There is no file ${path}.` : `${path} cannot be read (${code}).`)
  }
  const bytes = new Uint8Array(length)
  let at = 0
  for (const piece of pieces) {
    bytes.set(piece, at)
    at += piece.length
  }
  return bytes
}
