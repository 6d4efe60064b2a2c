import type { Measures } from '../layers/layerKind.ts'
import type { Bounds } from '../outline/outlineBounds.ts'
import type { Alignment, TextLook } from './paragraph.ts'

/** How far letters rise above the base line, in sizes of the font. */
export const ASCENT = 0.78

/** A line as it is set, px of the layer. */
export interface TextLine {
  readonly text: string
  /** Its left end. */
  readonly x: number
  /** Its base line. */
  readonly y: number
  readonly width: number
}

const LEFT_OF_PLACE = { left: 0, middle: 0.5, right: 1 } as const
/** Where the left end of so wide a line stands, from its text's place. */
export const leftEnd = (align: Alignment, width: number): number => -width * LEFT_OF_PLACE[align]

/** The lines of a text from the top, the base line of the first at 0. */
export function textLines(look: TextLook, measure: Measures['text']): readonly TextLine[] {
  const { text, width: most, align, lineHeight, fontSize } = look
  const told = text.split(/\r\n|[\n\r\u2028\u2029]/)
  const lines = most > 0 ? told.flatMap((line) => broken(line, (part) => measure(part, look) <= most)) : told
  return lines.map((line, i) => {
    const width = line === '' ? 0 : measure(line, look)
    return { text: line, x: leftEnd(align, width), y: i * lineHeight * fontSize, width }
  })
}

/** The box of a text, px of the layer: from the tallest letters of its first line to the lowest of its last. */
export function textBounds(look: TextLook, measure: Measures['text']): Bounds {
  const lines = textLines(look, measure)
  const left = Math.min(...lines.map(({ x }) => x))
  const right = Math.max(...lines.map(({ x, width }) => x + width))
  return {
    x: left,
    y: -look.fontSize * ASCENT,
    width: right - left,
    height: look.fontSize + lines.at(-1)!.y,
  }
}

/** What stays together where lines are broken: words with the space after them, parts of words up to a hyphen, ideographs. */
const UNBROKEN =
  /[\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}]\p{P}*\s*|[^\s\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}]+?(?:(?<=\p{L})-(?=\p{L})|\s+|$|(?=[\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}]))|\s+/gu

/**
 * Breaks a line after as much as fits; a word that does not fit by itself stands alone and goes past the end. The spaces a
 * line is broken at are not part of it.
 * Source: common practice, after Unicode Standard Annex 14; hyphens break words.
 */
function broken(line: string, fits: (part: string) => boolean): string[] {
  const lines: string[] = []
  let now = ''
  for (const [piece] of line.matchAll(UNBROKEN)) {
    if (now !== '' && !fits((now + piece).trimEnd())) {
      lines.push(now.trimEnd())
      now = piece
    } else now += piece
  }
  lines.push(now.trimEnd())
  return lines
}
