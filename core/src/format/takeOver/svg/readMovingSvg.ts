import { LIMITS } from '../../../scene/index.ts'
import { BadFile } from '../../badFile.ts'
import { cleanSvg, svgCanvas } from '../../svg/index.ts'
import { readXml, textOf, type XmlElement } from '../../xml/index.ts'
import { sceneSeconds } from '../motion/sceneLength.ts'
import { matrixStep } from '../place/steps.ts'
import { childElements } from '../style/cascade.ts'
import { readStyles } from '../style/readStyles.ts'
import { sceneOfPieces } from '../sceneOfPieces.ts'
import type { TakenOver } from '../takenOver.ts'
import { titleOf } from './elementNames.ts'
import { SvgWalk } from './svgWalk.ts'
import { unfoldUses } from './unfoldUses.ts'

/**
 * Whether a text is an SVG that moves by itself: by elements that animate, or by keyframes.
 * A quick look, that may take a still file for a moving one where its text speaks of such.
 */
export const looksLikeMovingSvg = (text: string): boolean =>
  /<(?:\w+:)?(?:animate(?:Transform|Motion|Color)?|set)[\s/>]|@(?:-\w+-)?keyframes\s/.test(text)

/**
 * Reads an SVG that moves as layers with keys and bends; null for one in which nothing moves by itself.
 * @param makeId of layers and keys
 * @throws BadFile when it is no SVG, damaged, too large, hostile, or shows nothing
 * Source: W3C, SVG 2, SVG Animations 2, CSS Animations 1.
 */
export function readMovingSvg(
  text: string,
  { name, makeId }: { readonly name: string; readonly makeId: () => string },
): TakenOver | null {
  const { root, lost } = cleanSvg(readXml(text, 'This SVG'), { keepsMotion: true })
  if (root?.name !== 'svg') throw new BadFile('This file holds no SVG picture. Nothing was changed.')
  const canvas = svgCanvas(root)
  if (!canvas.size.every((side) => side > 0 && side <= LIMITS.frameSide))
    throw new BadFile(
      `This SVG is over ${LIMITS.frameSide.toLocaleString('en')} px wide or high, more than can be drawn. Nothing was changed.`,
    )
  const styles = readStyles(sheetsIn(root))
  const folded = new SvgWalk(root, canvas.size, { styles })
  if (folded.timings().length === 0) return null
  const still: XmlElement[] = []
  const drawn = unfoldUses(root, {
    isMoving: folded.isMoving,
    whole: folded.whole,
    staysStill: (use) => still.push(use),
  })
  const walk = drawn === root ? folded : new SvgWalk(drawn, canvas.size, { styles })
  for (const use of still)
    walk.tell({
      what: 'It shows something that moves, which became a picture that stands still.',
      where: folded.names.inWords(use),
    })
  if (lost) walk.tell({ what: 'Scripts and links to other files.', where: 'the file' })
  const seconds = sceneSeconds(walk.timings())
  const pieces = walk.piecesOf(drawn, { steps: [matrixStep(canvas.matrix)], until: seconds, moved: [] })
  return sceneOfPieces(pieces, {
    name: titleOf(root) ?? name,
    size: canvas.size,
    seconds,
    rate: Number(root.attributes['data-rate']),
    shares: childElements(root).some(({ attributes }) => attributes['data-layer'] !== undefined),
    pictures: walk.pictures.pictures,
    leftOut: walk.leftOut,
    makeId,
  })
}

function sheetsIn(element: XmlElement): string[] {
  return element.name === 'style' ? [textOf(element)] : childElements(element).flatMap(sheetsIn)
}
