import type { Letters } from '../../../letters/index.ts'
import {
  readsRightToLeft,
  textBounds,
  textLines,
  textParts,
  type Alignment,
  type Layer,
  type Parts,
  type TextLine,
  type TextLook,
} from '../../../scene/index.ts'
import { elementText, type Move } from '../motion/motion.ts'
import { drawn, escapeText, playOptions, round, trackOf, type WebContext } from '../webContext.ts'
import { croppedText } from './layerCrop.ts'
import { textLookAt, type PartedLook } from './textLook.ts'
import { leavesAsShapes, linePath } from './textShapes.ts'
import { colourMove } from './shapeMoves.ts'
import { partElements } from './partElements.ts'
import { measureOf } from './textMeasure.ts'
import { textReadings } from './textReadings.ts'

const ANCHORS: Readonly<Record<Alignment, string>> = { left: 'start', middle: 'middle', right: 'end' }
const OPPOSITE: Readonly<Record<string, string>> = { start: 'end', middle: 'middle', end: 'start' }
const BEGINS = 'start'

/** A text as SVG text: lines and parts stand where they do as the scene begins. */
export function textMarkup(layer: Layer, context: WebContext): string {
  const moves: readonly Move[] = [
    {
      property: 'font-size',
      track: trackOf(layer, 'font size', context),
      write: ([size]: readonly number[]) => `${round(Math.max(0, size!))}px`,
    },
    {
      property: 'font-weight',
      track: trackOf(layer, 'weight', context),
      write: ([weight]: readonly number[]) => round(weight!),
    },
    {
      property: 'letter-spacing',
      track: trackOf(layer, 'letter spacing', context),
      write: ([gap]: readonly number[]) => `${round(gap!)}px`,
    },
  ]
  const fill = colourMove(layer, context, { name: 'fill', property: 'fill' })
  const { letters, texts: as } = context.options
  const asShapes = as === 'outlines' && leavesAsShapes(layer, letters) ? { letters: letters!, fill } : null
  const begins = playOptions(layer, context).clock.timeAt(0)
  const look = textLookAt(layer, context)
  const readings = textReadings(layer, context).map(({ value, shown }) => {
    const read = { ...look, text: value }
    const markup =
      look.parts === 'whole'
        ? asShapes
          ? wholeShapes(read, asShapes, context)
          : wholeMarkup(read, [...moves, fill], context)
        : partedMarkup(layer, { look: read, moves, begins, context, asShapes })
    const box = textBounds(read, measureOf(context))
    const cropped = croppedText(layer, context, box, markup)
    return shown.length > 0 ? elementText(context.motion, { tag: 'g', moves: shown }, cropped) : cropped
  })
  return drawn(context, readings.join(''))
}

/** Lines about the text's place: they grow with the font from there. */
function wholeMarkup(look: TextLook, moves: readonly Move[], context: WebContext): string {
  const lines = textLines(look, measureOf(context))
  return lines
    .map(({ text }, i) => {
      const anchor = ANCHORS[look.align]
      const y = i === 0 ? '' : ` y="${round(i * look.lineHeight)}em"`
      return textElement(text, { anchor, place: y, moves }, context)
    })
    .join('')
}

/** How a text leaves as shapes. */
interface AsShapes {
  readonly letters: Letters
  readonly fill: Move
}

/** The lines as one path, where they stand. */
function wholeShapes(look: TextLook, { letters, fill }: AsShapes, context: WebContext): string {
  const lines = textLines(look, letters.measure)
  const path = lines.map(({ text, x, y }) => linePath(letters, text, look, [x, y])).join('')
  return elementText(context.motion, { tag: 'path', attributes: ` d="${path}"`, moves: [fill] }, '')
}

/** A text that is anchored as in writing from left to right. @param place attributes with a blank before each */
function textElement(
  text: string,
  {
    anchor,
    place,
    moves,
  }: { readonly anchor: string; readonly place: string; readonly moves: readonly Move[] },
  { motion }: WebContext,
): string {
  const [way, at] = readsRightToLeft(text) ? ['direction:rtl;', OPPOSITE[anchor]!] : ['', anchor]
  const attributes = `${place}${at === BEGINS ? '' : ` text-anchor="${at}"`}`
  const style = `${way}font-family:'Scene text',sans-serif;white-space:pre`
  return elementText(motion, { tag: 'text', attributes, style, moves }, escapeText(text))
}

function partedMarkup(
  layer: Layer,
  {
    look,
    moves,
    begins,
    context,
    asShapes,
  }: {
    readonly look: PartedLook
    readonly moves: readonly Move[]
    readonly begins: number
    readonly context: WebContext
    readonly asShapes: AsShapes | null
  },
): string {
  const measure = asShapes?.letters.measure ?? measureOf(context)
  const lines = textLines(look, measure)
  const parts: readonly TextLine[] = textParts(lines, look.parts as Exclude<Parts, 'whole'>, {
    font: look,
    measure,
  })
  const elements = partElements(layer, context, { parts, fontSize: look.fontSize, begins })
  return parts
    .map(({ text, x, y }, i) => {
      const place = ` x="${round(x)}" y="${round(y)}"`
      const content = asShapes
        ? `<path d="${linePath(asShapes.letters, text, look, [x, y]) ?? ''}"/>`
        : textElement(text, { anchor: BEGINS, place, moves }, context)
      return elementText(context.motion, elements[i]!, content)
    })
    .join('')
}
