import type { Pattern, PatternKind } from '@arrow-bend/core/property'
import { numberWords } from '../../../../ui/numberWords.ts'

/** What a kind of pattern is called, and what it is for. */
export const PATTERN_WORDS: Readonly<Record<PatternKind, { readonly label: string; readonly hint: string }>> =
  {
    sine: { label: 'Sine', hint: 'Sways evenly to and fro' },
    zigzag: { label: 'Zigzag', hint: 'To and fro in straight lines, turning at once' },
    square: { label: 'Square', hint: 'Jumps between two values' },
    fadingSine: { label: 'Fading', hint: 'Sways less and less, or more and more' },
    wander: { label: 'Wander', hint: 'Drifts about smoothly by chance' },
    own: { label: 'Own', hint: 'A bend, again and again' },
  }

/** A pattern in a few words. @param unit of its levels */
export function patternWords({ kind, low, high, frequency }: Pattern, unit: string): string {
  const level = (value: number | string): string =>
    typeof value === 'number' ? numberWords(value, 2) : value
  return `${PATTERN_WORDS[kind].label}, ${level(low)} to ${level(high)}${unit && typeof low === 'number' ? ` ${unit}` : ''}, ${numberWords(frequency, 2)} Hz`
}
