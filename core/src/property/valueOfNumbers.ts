import { exactColourText, hexOf, parseColour, type OklabAlpha } from './colour.ts'
import type { PropertyKind, Value } from './property.ts'

/** Components of a compiled value as it is stored; colours as hex when that is exact, else as `oklch()`. */
export function valueOfNumbers(kind: PropertyKind, numbers: readonly number[]): Value {
  if (kind === 'colour') return colourText(numbers as OklabAlpha)
  return kind === 'pair' || kind === 'place' ? [numbers[0]!, numbers[1]!] : numbers[0]!
}

function colourText(colour: OklabAlpha): string {
  const hex = hexOf(colour)
  const back = parseColour(hex)
  return back.every((part, i) => Math.abs(part - colour[i]!) < 1e-9) ? hex : exactColourText(colour)
}
