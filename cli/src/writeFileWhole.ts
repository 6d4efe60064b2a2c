import { rename, rm, writeFile } from 'node:fs/promises'
import { BadFile } from '@arrow-bend/core/format/project'

/**
 * Writes a file, whole or not at all: what stood there stays until all of it is written.
 * @throws BadFile with a sentence that names the file
 */
export async function writeFileWhole(path: string, bytes: Uint8Array): Promise<void> {
  const part = `${path}.${process.pid}.part`
  try {
    await writeFile(part, bytes)
    await rename(part, path)
  } catch (caught) {
    await rm(part, { force: true })
    const { code } = caught as NodeJS.ErrnoException
    const why = { ENOENT: 'its folder is not there', ENOSPC: 'the disk is full', EISDIR: 'it is a folder' }[
      code ?? ''
    ]
    throw new BadFile(`${path} could not be written: ${why ?? code}. Nothing was written.`)
  }
}
