import { create, type Font } from 'fontkit'
import { writingOf, type FontLook, type Measures } from '../scene/index.ts'

/** A step of an outline, px, y downwards; the names are SVG's. */
export type LetterCommand =
  | readonly ['M' | 'L', x: number, y: number]
  | readonly ['Q', x1: number, y1: number, x: number, y: number]
  | readonly ['C', x1: number, y1: number, x2: number, y2: number, x: number, y: number]
  | readonly ['Z']

/** The font of texts, where no browser is there to set them, or where letters are to leave as shapes. */
export interface Letters {
  /** As browsers measure a line. */
  readonly measure: Measures['text']
  /**
   * A line as shapes to be filled by winding, from the left end of its base line at 0, 0; null where the font lacks a
   * letter, or where some of it is written from right to left.
   */
  readonly outline: (text: string, look: FontLook) => readonly LetterCommand[] | null
}

/** A run of letters that are in one file. */
interface Run {
  readonly font: Font
  readonly text: string
}

const STEPS = { moveTo: 'M', lineTo: 'L', quadraticCurveTo: 'Q', bezierCurveTo: 'C', closePath: 'Z' } as const

/**
 * Opens a font that comes in several files, each with other letters; what is in several is taken from the first.
 * @param files TrueType with a weight that varies
 * Source: OpenType (ISO/IEC 14496-22), through fontkit; letter spacing after every letter, ligatures undone by it: W3C, CSS
 * Text 3, section 8.2.
 */
export function openLetters(files: readonly Uint8Array[]): Letters {
  const fonts = files.map((bytes) => create(bytes as Buffer) as Font)
  const weights = new Map<string, Font>()
  const ofWeight = (font: Font, weight: number): Font => {
    const { wght } = font.variationAxes
    if (!wght) return font
    const held = Math.min(wght.max, Math.max(wght.min, weight))
    const name = `${fonts.indexOf(font)} ${held}`
    const known = weights.get(name) ?? font.getVariation({ wght: held })
    weights.set(name, known)
    return known
  }

  const runsOf = (text: string): { readonly runs: Run[]; readonly isWhole: boolean } => {
    const runs: Run[] = []
    let isWhole = true
    for (const letter of text) {
      const found = fonts.find((font) => font.hasGlyphForCodePoint(letter.codePointAt(0)!))
      isWhole &&= found !== undefined
      const font = found ?? fonts[0]!
      const last = runs.at(-1)
      if (last?.font === font) runs[runs.length - 1] = { font, text: last.text + letter }
      else runs.push({ font, text: letter })
    }
    return { runs, isWhole }
  }
  /** Gives each letter in its place, px, and the end of the line. */
  const set = (
    text: string,
    { fontSize, weight, letterSpacing }: FontLook,
    take?: (glyph: ReturnType<Font['layout']>['glyphs'][number], x: number, scale: number) => void,
  ): number => {
    let x = 0
    for (const { font, text: part } of runsOf(text).runs) {
      const varied = ofWeight(font, weight)
      const scale = fontSize / varied.unitsPerEm
      const { glyphs, positions } = varied.layout(
        part,
        letterSpacing === 0 ? {} : { liga: false, clig: false },
      )
      glyphs.forEach((glyph, i) => {
        take?.(glyph, x + positions[i]!.xOffset * scale, scale)
        x += positions[i]!.xAdvance * scale + letterSpacing
      })
    }
    return x
  }
  return {
    measure: (text, look) => set(text, look),
    outline: (text, look) => {
      if (writingOf(text) !== 'left' || !runsOf(text).isWhole) return null
      const commands: LetterCommand[] = []
      set(text, look, (glyph, x, scale) => {
        for (const { command, args } of glyph.path.commands) {
          const at = args.map((value, i) => (i % 2 === 0 ? x + value * scale : 0 - value * scale))
          commands.push([STEPS[command as keyof typeof STEPS], ...at] as unknown as LetterCommand)
        }
      })
      return commands
    },
  }
}
