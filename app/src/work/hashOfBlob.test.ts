import { describe, expect, it } from 'vitest'
import { blobOf, sha256Of } from '../../../core/test/blobs.ts'
import { hashOfBlob } from './hashOfBlob.ts'

const MB = 1024 * 1024

describe('hashOfBlob', () => {
  it('is that of FIPS 180-2, appendix B.1', async () => {
    expect(await hashOfBlob(blobOf('abc'))).toBe(
      'ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad',
    )
  })

  it('is the same piece by piece as of all at once, by Node’s own', async () => {
    const bytes = new Uint8Array(71 * MB + 5)
    bytes.forEach((_, i) => i % 997 === 0 && (bytes[i] = i % 251))
    for (const size of [64 * MB, 64 * MB + 1, 72 * MB, bytes.length]) {
      const blob = blobOf(bytes.subarray(0, size))
      expect(await hashOfBlob(blob), `${size}`).toBe(await sha256Of(blob))
    }
  }, 60_000)
})
