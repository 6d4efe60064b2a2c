import { sha256 as streamed } from '@noble/hashes/sha2.js'
import { bytesToHex } from '@noble/hashes/utils.js'
import type { Sha256 } from '@arrow-bend/core/format/project'
import { sha256 } from '../storage/assets/sha256.ts'

/** Bytes up to which all are taken at once, and how many at a time of what is larger. */
const WHOLE = 256 * 1024 * 1024
const PIECE = 8 * 1024 * 1024

/**
 * SHA-256 of bytes that may be more than the memory. The browser's own takes only what is whole, and is several times as quick.
 * Source: FIPS 180-4.
 */
export const hashOfBlob: Sha256 = async (blob) =>
  blob.size <= WHOLE ? sha256(new Uint8Array(await blob.arrayBuffer())) : hashByPieces(blob, PIECE)

/** The same, of which no more than a piece is in memory at a time. Source: noble-hashes. @param piece bytes */
export async function hashByPieces(blob: Blob, piece: number): Promise<string> {
  const hash = streamed.create()
  for (let from = 0; from < blob.size; from += piece)
    hash.update(new Uint8Array(await blob.slice(from, from + piece).arrayBuffer()))
  return bytesToHex(hash.digest())
}
