import { strFromU8, strToU8 } from 'fflate'
import type { ArtPicture, Bounds } from '../../scene/index.ts'
import { shiftOf, type Trimmed } from '../art/trimArt.ts'

/** The root as `svgPictures` writes it. */
const ROOT = /^<svg xmlns="http:\/\/www\.w3\.org\/2000\/svg" width="\d+" height="\d+">/

/**
 * A picture made by `svgPictures` without its empty margins.
 * @param box what is drawn of it, whole px
 * @returns null for one that was made otherwise, and where the box is all of it or nothing
 */
export function trimSvgPicture(picture: ArtPicture, box: Bounds): Trimmed | null {
  const { x, y, width, height } = box
  if (!(width >= 1 && height >= 1) || (width === picture.size[0] && height === picture.size[1])) return null
  const text = strFromU8(picture.bytes)
  if (!ROOT.test(text)) return null
  const root = `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="${x} ${y} ${width} ${height}">`
  const bytes = new Uint8Array(strToU8(text.replace(ROOT, () => root)))
  return { picture: { ...picture, bytes, size: [width, height] }, shift: shiftOf(picture, box) }
}
