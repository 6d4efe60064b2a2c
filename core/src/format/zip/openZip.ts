import { unzipRaw, type ZipEntry } from 'unzipit'
import { BadFile } from '../badFile.ts'
import { isBomb, type ZipLimits } from './zipLimits.ts'

/** An entry of a zip that is open; nothing of it is read until it is asked for. */
export interface OpenEntry {
  /** Its bytes, unpacked; what was not packed stays where it is. @throws BadFile when they are damaged */
  readonly unpack: (type?: string) => Promise<Blob>
}

const DAMAGED = 'This file is damaged: the zip cannot be unpacked. Nothing was changed.'

/**
 * Opens a zip that may be larger than the memory: only its list of entries is read.
 * @param limits of `bytes` only those count that are packed: others are no more than the file
 * @returns the wanted entries by name
 * @throws BadFile when it is damaged, or would unfold to more than the limits
 * Source: PKWARE APPNOTE (zip), through unzipit.
 */
export async function openZip(
  file: Blob,
  { bytes, entries, wanted }: ZipLimits,
): Promise<ReadonlyMap<string, OpenEntry>> {
  const { entries: listed } = await orDamaged(unzipRaw(file))
  const sum = (those: readonly ZipEntry[]): number => those.reduce((all, { size }) => all + size, 0)
  const packed = listed.filter(({ compressionMethod }) => compressionMethod !== 0)
  const stored = listed.filter(({ compressionMethod }) => compressionMethod === 0)
  if (
    listed.length > entries ||
    sum(packed) > bytes ||
    isBomb(sum(packed), file.size) ||
    // One stretch of the file named as several entries.
    sum(stored) > file.size
  )
    throw new BadFile('This file unfolds to more than it may hold. Nothing was changed.')
  return new Map(
    listed
      .filter(({ name }) => wanted(name))
      .map((entry) => [entry.name, { unpack: (type) => orDamaged<Blob>(entry.blob(type)) }]),
  )
}

async function orDamaged<T>(reading: Promise<T>): Promise<T> {
  try {
    return await reading
  } catch {
    throw new BadFile(DAMAGED)
  }
}
