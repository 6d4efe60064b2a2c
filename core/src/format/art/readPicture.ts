import { imageSize } from 'image-size'
import { LIMITS, type ArtPicture } from '../../scene/index.ts'
import { BadFile } from '../badFile.ts'

/** Pixels a picture may have: 64 million. */
const MOST_PIXELS = 64e6

/** Kinds of pictures by how the package calls them. */
const TYPES = { png: 'image/png', jpg: 'image/jpeg', webp: 'image/webp' } as const

/** Whether bytes begin as a PNG, JPEG or WebP does. Source: W3C PNG 5.2, ITU T.81 B.1.1.3, RFC 9649. */
export function isPicture(bytes: Uint8Array): boolean {
  const begins = (...codes: readonly number[]): boolean => codes.every((code, i) => bytes[i] === code)
  const text = (from: number): string => String.fromCharCode(...bytes.subarray(from, from + 4))
  return (
    begins(0x89, 0x50, 0x4e, 0x47) || begins(0xff, 0xd8, 0xff) || (text(0) === 'RIFF' && text(8) === 'WEBP')
  )
}

/**
 * A PNG, JPEG or WebP with its size, read from its first bytes: before anything as large as it claims to be is made.
 * @throws BadFile when its size cannot be read or is more than can be drawn
 */
export function readPicture(bytes: Uint8Array<ArrayBuffer>, name: string): ArtPicture {
  const { type, width, height, turned } = sizeOf(bytes, name)
  const size = turned ? ([height, width] as const) : ([width, height] as const)
  if (width * height > MOST_PIXELS)
    throw new BadFile(
      `“${name}” has ${Math.round((width * height) / 1e6)} megapixels; 64 are the most. Nothing was changed.`,
    )
  if (Math.max(width, height) > LIMITS.frameSide)
    throw new BadFile(
      `“${name}” is ${Math.max(width, height).toLocaleString('en')} px long; ${LIMITS.frameSide.toLocaleString('en')} are the most. Nothing was changed.`,
    )
  return { name, type, bytes, size }
}

function sizeOf(bytes: Uint8Array, name: string) {
  const damaged = new BadFile(`“${name}” is damaged: its size cannot be read. Nothing was changed.`)
  try {
    const { type, width, height, orientation = 1 } = imageSize(bytes)
    const known = TYPES[type as keyof typeof TYPES]
    if (!known || !(width >= 1 && height >= 1)) throw damaged
    // A camera held upright writes lines for columns. Source: CIPA DC-008 (Exif), orientations 5 to 8.
    return { type: known, width, height, turned: orientation >= 5 }
  } catch {
    throw damaged
  }
}
