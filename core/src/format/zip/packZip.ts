import { Zip, ZipDeflate, ZipPassThrough } from 'fflate'

/** What becomes an entry of a zip. */
export interface ZipPart {
  readonly name: string
  readonly bytes: Blob
  /** Whether it gets smaller by packing: pictures and films are packed already. */
  readonly pack: boolean
}

/** Bytes read and written at once. */
const PIECE = 8 * 1024 * 1024
/** All entries are of this day, so that the same parts give the same bytes. */
const DAY = '1980-01-02T00:00:00'

/**
 * Writes a zip piece by piece, so that what is larger than the memory can be packed. At most 4 GB.
 * Source: PKWARE APPNOTE (zip), through fflate.
 */
export async function packZip(parts: readonly ZipPart[], type: string): Promise<Blob> {
  const written: Blob[] = []
  let loose: Uint8Array<ArrayBuffer>[] = []
  let length = 0
  const settle = (): void => {
    written.push(new Blob(loose))
    loose = []
    length = 0
  }
  const zip = new Zip((trouble, chunk) => {
    if (trouble) throw trouble
    loose.push(chunk as Uint8Array<ArrayBuffer>)
    length += chunk.length
  })
  for (const { name, bytes, pack } of parts) {
    const entry = pack ? new ZipDeflate(name, { level: 6 }) : new ZipPassThrough(name)
    entry.mtime = DAY
    zip.add(entry)
    for (let from = 0; from === 0 || from < bytes.size; from += PIECE) {
      const piece = await bytes.slice(from, from + PIECE).arrayBuffer()
      entry.push(new Uint8Array(piece), from + PIECE >= bytes.size)
      // Handed to whoever keeps Blobs, which may be the disk.
      if (length >= PIECE) settle()
    }
  }
  zip.end()
  settle()
  return new Blob(written, { type })
}
