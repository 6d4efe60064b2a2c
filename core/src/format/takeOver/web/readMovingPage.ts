import { isColour } from '../../../property/index.ts'
import { BadFile } from '../../badFile.ts'
import { textOf, type XmlElement } from '../../xml/index.ts'
import { sceneSeconds } from '../motion/sceneLength.ts'
import { looksLikeMovingSheet, readMovingSheet } from '../sheet/readMovingSheet.ts'
import { sceneOfPieces } from '../sceneOfPieces.ts'
import { lengthOf } from '../style/lengths.ts'
import { readStyles, type Styles } from '../style/readStyles.ts'
import { childElements } from '../style/cascade.ts'
import { SvgWalk } from '../svg/svgWalk.ts'
import type { TakenOver } from '../takenOver.ts'
import { drawingOfFrame, findElement, hasClass, readPage } from './drawingOfPage.ts'

/** Whether a text is a page. */
export const looksLikePage = (text: string): boolean => /^\s*(?:<!doctype html|<html[\s>])/i.test(text)

/**
 * Reads a page as Arrow Bend writes it: a frame of boxes that its style moves. Of any other page, whose layout only a browser
 * knows, its style sheets are read.
 * @returns null for a page that moves nothing
 * @throws BadFile where it is more than can be read
 */
export function readMovingPage(
  text: string,
  { name, makeId }: { readonly name: string; readonly makeId: () => string },
): TakenOver | null {
  const page = readPage(text)
  const frame = findElement(
    page,
    (element) => hasClass(element, 'frame') && childElements(element).some(isBox),
  )
  if (!frame) {
    const sheets = sheetsOf(page).join('\n')
    return looksLikeMovingSheet(sheets) ? readMovingSheet(sheets, { name, makeId }) : null
  }
  const styles = readStyles(sheetsOf(page))
  const [width, height] = ['width', 'height'].map(
    (side) => lengthOf(ruleValue(styles, '.frame', side), 0) ?? 0,
  ) as [number, number]
  if (!(width > 0 && height > 0))
    throw new BadFile('This page does not say how large its frame is. Nothing was changed.')
  const background = ruleValue(styles, '.frame', 'background')
  const title = findElement(page, (element) => element.name === 'title')
  const root = drawingOfFrame(frame, [width, height])
  const walk = new SvgWalk(root, [width, height], { styles })
  const seconds = sceneSeconds(walk.timings())
  return sceneOfPieces(walk.piecesOf(root, { steps: [], until: seconds, moved: [] }), {
    name: (title && textOf(title).trim()) || name,
    size: [width, height],
    seconds,
    rate: Number(frame.attributes['data-rate']),
    background: background !== undefined && isColour(background) ? background : null,
    shares: true,
    pictures: walk.pictures.pictures,
    leftOut: walk.leftOut,
    makeId,
  })
}

/** Whether an element is a box of a page of ours: a layer, or what several are seen through. */
const isBox = ({ attributes }: XmlElement): boolean =>
  attributes['data-layer'] !== undefined || attributes['style'] !== undefined

const sheetsOf = (element: XmlElement): string[] =>
  element.name === 'style' ? [textOf(element)] : childElements(element).flatMap(sheetsOf)

/** What the last rule of exactly a selector says of a property. */
function ruleValue({ rules }: Styles, selector: string, property: string): string | undefined {
  return rules
    .filter((rule) => rule.selector === selector)
    .flatMap(({ declarations }) => declarations)
    .findLast((one) => one.property === property)?.value
}
