import type { FontLook, Measures } from '../layers/layerKind.ts'
import type { TextLine } from './textLines.ts'
import { lettersOf, writingOf } from './writing.ts'

/** What of a text moves as one. */
export const PARTS = ['whole', 'letters', 'words', 'lines'] as const
export type Parts = (typeof PARTS)[number]

/**
 * The parts of a text in the order they are read; spaces are none. Each stands where it does in the whole, kerning
 * with it. Letters of words that are written from right to left join, so that such words stay whole; of a line in both
 * ways the line does.
 */
export function textParts(
  lines: readonly TextLine[],
  by: Exclude<Parts, 'whole'>,
  { font, measure }: { readonly font: FontLook; readonly measure: Measures['text'] },
): readonly TextLine[] {
  const widthOf = (text: string): number => measure(text, font)
  return lines.flatMap((line) => {
    if (line.text.trim() === '') return []
    const way = writingOf(line.text)
    if (by === 'lines' || way === 'both') return [line]
    const words = wordsOf(line, way === 'right', widthOf)
    return by === 'letters' && way === 'left' ? words.flatMap((word) => lettersIn(word, widthOf)) : words
  })
}

function wordsOf(line: TextLine, fromRight: boolean, widthOf: (text: string) => number): TextLine[] {
  return [...line.text.matchAll(/\S+/g)].map(({ 0: text, index }) => {
    const [end, width] = [widthOf(line.text.slice(0, index + text.length)), widthOf(text)]
    return { text, x: fromRight ? line.x + line.width - end : line.x + end - width, y: line.y, width }
  })
}

function lettersIn(word: TextLine, widthOf: (text: string) => number): TextLine[] {
  let before = ''
  return lettersOf(word.text).map((text) => {
    before += text
    const width = widthOf(text)
    // Kerning shortens the way to the letter after: what is before it with it, less itself, is where it begins.
    return { text, x: word.x + widthOf(before) - width, y: word.y, width }
  })
}
