import { strFromU8 } from 'fflate'
import { LIMITS, type Art } from '../../scene/index.ts'
import { BadFile } from '../badFile.ts'
import { readOpenRaster } from '../openraster/index.ts'
import { readSvg } from '../svg/index.ts'
import { MOST_BYTES } from './mostBytes.ts'
import { isPicture, readPicture } from './readPicture.ts'

/**
 * Reads a file of art by what it holds, not by what it is called: PNG, JPEG, WebP, SVG or OpenRaster.
 * @param options.svg as layers by its groups, or all of it as one picture
 * @throws BadFile with a sentence for anything else, and for what is damaged, huge or hostile
 */
export function readArt(
  bytes: Uint8Array<ArrayBuffer>,
  file: string,
  { svg }: { readonly svg: 'layers' | 'picture' },
): Art {
  const name =
    file
      .replace(/\.[^.]*$/, '')
      .trim()
      .slice(0, LIMITS.nameLength) || 'Picture'
  if (bytes.length === 0) throw new BadFile(`“${file}” is empty. Nothing was changed.`)
  if (bytes.length > MOST_BYTES) throw new BadFile(`“${file}” is over 256 MB. Nothing was changed.`)
  if (isPicture(bytes)) {
    const picture = readPicture(bytes, name)
    const image = { kind: 'image', name, position: [0, 0], opacity: 100, visible: true, picture } as const
    return { name, size: picture.size, nodes: [image], notes: [] }
  }
  if (bytes[0] === 0x50 && bytes[1] === 0x4b) return readOpenRaster(bytes, name)
  if (looksLikeSvg(bytes)) return readSvg(strFromU8(bytes), { name, as: svg })
  throw new BadFile(
    `“${file}” is no picture that can be read here: PNG, JPEG, WebP, SVG and OpenRaster can. Nothing was changed.`,
  )
}

/** Whether bytes are text that has an svg element near its beginning. */
export function looksLikeSvg(bytes: Uint8Array): boolean {
  return /<(?:\w+:)?svg[\s>]/.test(strFromU8(bytes.subarray(0, 16_384), true))
}
