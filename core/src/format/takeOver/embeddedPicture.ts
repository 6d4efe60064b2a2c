import { toByteArray } from 'base64-js'
import { strFromU8, strToU8 } from 'fflate'
import { LIMITS, type ArtPicture } from '../../scene/index.ts'
import { isPicture, readPicture } from '../art/index.ts'
import { checkSvgPicture } from '../svg/index.ts'

/** The longest picture read from a text, characters. */
const LONGEST = 48 * 1024 * 1024

/**
 * A picture that a file holds as a data URL; null for one that lies elsewhere, which is never fetched, or cannot be read.
 * @param size as the file says it, px; a drawing has none of its own
 * Source: RFC 2397, RFC 4648.
 */
export function embeddedPicture(
  url: unknown,
  { name, size }: { readonly name: string; readonly size: readonly [number, number] },
): ArtPicture | null {
  if (typeof url !== 'string' || url.length > LONGEST) return null
  const found = /^data:(image\/[a-z+]+)((?:;[^,;]*)*),/i.exec(url)
  if (!found) return null
  const text = url.slice(found[0].length)
  try {
    const bytes = /;base64/i.test(found[2]!)
      ? toByteArray(text.replace(/\s+/g, ''))
      : strToU8(decodeURIComponent(text))
    const whole = new Uint8Array(bytes)
    if (isPicture(whole)) return readPicture(whole, name)
    if (found[1]!.toLowerCase() !== 'image/svg+xml' || !/<svg[\s>]/.test(strFromU8(whole.subarray(0, 4096))))
      return null
    checkSvgPicture(whole)
    const sides = size.map((side) => Math.min(LIMITS.frameSide, Math.max(1, Math.round(side)))) as [
      number,
      number,
    ]
    return { name, type: 'image/svg+xml', bytes: whole, size: sides }
  } catch {
    return null
  }
}
