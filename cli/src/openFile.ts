import { openAsBlob } from 'node:fs'
import { access, constants, stat } from 'node:fs/promises'
import { readBytes } from './readBytes.ts'

/** Bytes of a device or a pipe, which are read whole. */
const MOST_PIPED = 256 * 1024 * 1024

/**
 * A file, of which no more is read than is asked for; a device or a pipe is read whole.
 * @throws BadFile with a sentence that names the file
 */
export async function openFile(path: string): Promise<Blob> {
  const isReadable = await stat(path).then(
    (found) => found.isFile() && access(path, constants.R_OK).then(() => true),
    () => false,
  )
  if (isReadable) return (await openAsBlob(path)) as Blob
  return new Blob([
    await readBytes(path, MOST_PIPED, 'is over 256 MB, more than is read of what is no file.'),
  ])
}
