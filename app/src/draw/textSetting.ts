import { readsRightToLeft, textLines, textParts, type DrawItems, type TextLine } from '@arrow-bend/core/scene'
import { forgetWidths, measureText } from './measureText.ts'

type TextItem = DrawItems['text']

/** What is drawn in one go. */
export interface SetLine extends TextLine {
  readonly direction: 'ltr' | 'rtl'
}

/** The lines of a text, and the parts that move by themselves; null where it moves as a whole. */
export interface TextSetting {
  readonly lines: readonly SetLine[]
  readonly parts: readonly SetLine[] | null
}

type Look = Pick<
  TextItem,
  'text' | 'align' | 'width' | 'lineHeight' | 'fontSize' | 'weight' | 'letterSpacing' | 'parts'
>

type Settings = WeakMap<TextItem, { readonly look: Look; readonly setting: TextSetting }>
let settings: Settings = new WeakMap()

/** To be called when a font has come: letters that were measured in another one stand elsewhere. */
export function forgetTextSettings(): void {
  settings = new WeakMap()
  forgetWidths()
}

/** Where the letters of a text stand; measured anew only when what that depends on has changed. */
export function textSetting(item: TextItem): TextSetting {
  const known = settings.get(item)
  if (known && isSameLook(known.look, item)) return known.setting
  const { text, align, width, lineHeight, fontSize, weight, letterSpacing, parts } = item
  const look = { text, align, width, lineHeight, fontSize, weight, letterSpacing, parts }
  const lines = textLines(look, measureText)
  const cut = parts === 'whole' ? null : textParts(lines, parts, { font: look, measure: measureText })
  const setting = { lines: lines.map(asSet), parts: cut && cut.map(asSet) }
  settings.set(item, { look, setting })
  return setting
}

const asSet = (line: TextLine): SetLine => ({
  ...line,
  direction: readsRightToLeft(line.text) ? 'rtl' : 'ltr',
})

function isSameLook(known: Look, item: TextItem): boolean {
  for (const name in known) if (known[name as keyof Look] !== item[name as keyof Look]) return false
  return true
}
