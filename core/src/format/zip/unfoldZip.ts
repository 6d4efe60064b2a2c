import { unzipSync, type UnzipFileInfo } from 'fflate'
import { BadFile } from '../badFile.ts'
import { isBomb, type ZipLimits } from './zipLimits.ts'

/**
 * Unpacks the wanted entries of a zip.
 * @throws BadFile when it is damaged, or would unfold to more than the limits
 * Source: PKWARE APPNOTE (zip), through fflate.
 */
export function unfoldZip(
  packed: Uint8Array,
  { bytes, entries, wanted }: ZipLimits,
): Readonly<Record<string, Uint8Array>> {
  let total = 0
  let count = 0
  const filter = (file: UnzipFileInfo): boolean => {
    total += file.originalSize
    count += 1
    if (total > bytes || count > entries || isBomb(total, packed.length))
      throw new BadFile('This file unfolds to more than it may hold. Nothing was changed.')
    return wanted(file.name)
  }
  try {
    return unzipSync(packed, { filter })
  } catch (caught) {
    if (caught instanceof BadFile) throw caught
    throw new BadFile('This file is damaged: the zip cannot be unpacked. Nothing was changed.')
  }
}
