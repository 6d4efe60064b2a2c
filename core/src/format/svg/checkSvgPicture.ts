import { strFromU8 } from 'fflate'
import { readXml } from '../xml/index.ts'
import { checkUnfolding } from './checkUnfolding.ts'
import { cleanSvg } from './cleanSvg.ts'
import { svgStyles } from './svgStyles.ts'

/**
 * Checks an SVG that came inside a project, as whoever made the file need not have written it here: drawing it has to end.
 * @throws BadFile when it is damaged, or unfolds to more than can be drawn
 */
export function checkSvgPicture(bytes: Uint8Array): void {
  const { root } = cleanSvg(readXml(strFromU8(bytes), 'A picture of this file'))
  checkUnfolding(root, svgStyles(root))
}
