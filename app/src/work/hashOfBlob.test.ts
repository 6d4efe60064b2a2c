import { describe, expect, it } from 'vitest'
import { blobOf, sha256Of } from '../../../core/test/blobs.ts'
import { hashByPieces, hashOfBlob } from './hashOfBlob.ts'

/** Source: FIPS 180-2, appendix B.1. */
const ABC = 'ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad'

describe('a hash', () => {
  it('is that of the standard, of all at once and by pieces', async () => {
    expect(await hashOfBlob(blobOf('abc'))).toBe(ABC)
    for (const piece of [1, 2, 3, 64]) expect(await hashByPieces(blobOf('abc'), piece)).toBe(ABC)
  })

  it('is by pieces what Node’s own is, wherever the pieces end', async () => {
    const bytes = Uint8Array.from({ length: 300_005 }, (_, i) => (i * 7919) % 251)
    for (const size of [0, 1, 100_000, 100_001, 299_999, bytes.length]) {
      const blob = blobOf(bytes.subarray(0, size))
      expect(await hashByPieces(blob, 100_000), `${size}`).toBe(await sha256Of(blob))
    }
  })
})
