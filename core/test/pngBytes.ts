import { strToU8, zlibSync } from 'fflate'

/** CRC-32 of a PNG chunk. Source: W3C, PNG, annex D. */
function crc(bytes: Uint8Array): number {
  let left = 0xffffffff
  for (const byte of bytes) {
    left ^= byte
    for (let bit = 0; bit < 8; bit += 1) left = left & 1 ? (left >>> 1) ^ 0xedb88320 : left >>> 1
  }
  return (left ^ 0xffffffff) >>> 0
}

function chunk(type: string, data: Uint8Array): Uint8Array {
  const out = new Uint8Array(12 + data.length)
  const view = new DataView(out.buffer)
  view.setUint32(0, data.length)
  out.set(strToU8(type), 4)
  out.set(data, 8)
  view.setUint32(8 + data.length, crc(out.subarray(4, 8 + data.length)))
  return out
}

/**
 * A PNG of one colour, for tests.
 * @param claimed a size its header lies about
 */
export function pngBytes(
  [width, height]: readonly [number, number],
  [r, g, b, alpha]: readonly [number, number, number, number],
  claimed: readonly [number, number] = [width, height],
): Uint8Array<ArrayBuffer> {
  const header = new Uint8Array(13)
  const view = new DataView(header.buffer)
  view.setUint32(0, claimed[0])
  view.setUint32(4, claimed[1])
  header.set([8, 6, 0, 0, 0], 8)
  const rows = new Uint8Array(height * (1 + 4 * width))
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1) rows.set([r, g, b, alpha], y * (1 + 4 * width) + 1 + 4 * x)
  const parts = [
    Uint8Array.of(0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a),
    chunk('IHDR', header),
    chunk('IDAT', zlibSync(rows)),
    chunk('IEND', new Uint8Array(0)),
  ]
  const out = new Uint8Array(parts.reduce((sum, part) => sum + part.length, 0))
  let at = 0
  for (const part of parts) {
    out.set(part, at)
    at += part.length
  }
  return out
}
