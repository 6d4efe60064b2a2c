import { decode, encode, type DecodedPng } from 'fast-png'
import type { ArtPicture, Bounds } from '../../scene/index.ts'
import { seenBox } from './seenBox.ts'
import { shiftOf, type Trimmed } from './trimArt.ts'

/** Chunks whose loss changes no pixel; a file with others is left as it is. Source: W3C, PNG 3, 11. */
const PLAIN = new Set(['IHDR', 'IDAT', 'IEND', 'sRGB', 'pHYs', 'tEXt', 'zTXt', 'iTXt', 'tIME', 'bKGD'])
/** Colour types that have alpha in every pixel: grey with alpha, and colour with alpha. Source: the same, 11.2.1. */
const WITH_ALPHA = [4, 6]
/** Pixels worth going through. */
const MOST_PIXELS = 24e6

/**
 * A PNG without its empty margins, every pixel that is left as it was.
 * @returns null where it has none, or where it could not be cut without losing anything else
 */
export function trimPng(picture: ArtPicture): Trimmed | null {
  const { bytes, size, type } = picture
  if (type !== 'image/png' || size[0] * size[1] > MOST_PIXELS || !isPlain(bytes)) return null
  const whole = decoded(bytes)
  const box = whole && seenBox(whole)
  if (!box || (box.width === size[0] && box.height === size[1])) return null
  const cut = encode({ ...box, depth: whole.depth, channels: whole.channels, data: cutOut(whole, box) })
  return {
    picture: { ...picture, bytes: new Uint8Array(cut), size: [box.width, box.height] },
    shift: shiftOf(picture, box),
  }
}

function decoded(bytes: Uint8Array): DecodedPng | null {
  try {
    return decode(bytes)
  } catch {
    // Whether it can be shown the browser says.
    return null
  }
}

function isPlain(bytes: Uint8Array): boolean {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  if (bytes.length < 33 || !WITH_ALPHA.includes(bytes[25]!)) return false
  for (let at = 8; at + 12 <= bytes.length; at += 12 + view.getUint32(at))
    if (!PLAIN.has(String.fromCharCode(...bytes.subarray(at + 4, at + 8)))) return false
  return true
}

function cutOut({ width, channels, data }: DecodedPng, box: Bounds): DecodedPng['data'] {
  const line = box.width * channels
  const cut =
    data instanceof Uint16Array ? new Uint16Array(line * box.height) : new Uint8Array(line * box.height)
  for (let y = 0; y < box.height; y++) {
    const from = ((box.y + y) * width + box.x) * channels
    cut.set(data.subarray(from, from + line), y * line)
  }
  return cut
}
