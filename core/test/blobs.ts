import { createHash } from 'node:crypto'

/** SHA-256 of a Blob as lower-case hex, by Node. */
export const sha256Of = async (bytes: Blob): Promise<string> =>
  createHash('sha256')
    .update(await bytesOf(bytes))
    .digest('hex')

/** All bytes of a Blob. */
export const bytesOf = async (blob: Blob): Promise<Uint8Array<ArrayBuffer>> =>
  new Uint8Array(await blob.arrayBuffer())

/** Bytes, or a text, as a Blob. */
export const blobOf = (bytes: Uint8Array | string, type = ''): Blob =>
  new Blob([bytes as Uint8Array<ArrayBuffer>], { type })
