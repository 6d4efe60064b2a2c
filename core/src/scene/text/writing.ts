const RIGHT_TO_LEFT =
  /[\p{Script=Hebrew}\p{Script=Arabic}\p{Script=Syriac}\p{Script=Thaana}\p{Script=Nko}\p{Script=Adlam}\p{Script=Mandaic}\p{Script=Samaritan}]/u

/**
 * Whether a line reads from right to left: its first letter does.
 * Source: Unicode Standard Annex 9, rules P2 and P3.
 */
export function readsRightToLeft(text: string): boolean {
  const letter = /\p{L}/u.exec(text)
  return letter !== null && RIGHT_TO_LEFT.test(letter[0])
}

/** Which ways a line is written in: from left to right, from right to left, or both. Digits go from left to right. */
export function writingOf(text: string): 'left' | 'right' | 'both' {
  if (!RIGHT_TO_LEFT.test(text)) return 'left'
  const rest = text.replace(new RegExp(RIGHT_TO_LEFT, 'gu'), '')
  return /[\p{L}\p{N}]/u.test(rest) ? 'both' : 'right'
}

/** A character as a person sees it, an emoji of several code points too. Source: Unicode Standard Annex 29. */
const segmenter = new Intl.Segmenter(undefined, { granularity: 'grapheme' })
export const lettersOf = (text: string): string[] =>
  [...segmenter.segment(text)].map(({ segment }) => segment)
