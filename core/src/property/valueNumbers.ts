import { exactColourText, hexOf, parseColour, type OklabAlpha } from './colour.ts'
import { numbersOfOutline, outlineOfNumbers } from './outlineNumbers.ts'
import type { Outline, Property, Value } from './property.ts'

/**
 * A value as numbers, one a component: colours as OKLab and alpha, outlines as their vertices' numbers.
 * A choice has none of its own: its keys are told apart by their place among the keys.
 */
export function numbersOfValue(kind: Property['kind'], value: Value): readonly number[] {
  if (typeof value === 'number') return [value]
  if (kind === 'colour') return parseColour(value as string)
  if (kind === 'outline') return numbersOfOutline(value as Outline)
  return kind === 'choice' ? [0] : (value as readonly [number, number])
}

/** Components of a property's compiled value as they are stored; colours as hex when that is exact, else as `oklch()`. */
export function valueOfNumbers(property: Property, numbers: ArrayLike<number>): Value {
  switch (property.kind) {
    case 'number':
    case 'turn':
      return numbers[0]!
    case 'pair':
    case 'place':
      return [numbers[0]!, numbers[1]!]
    case 'colour':
      return colourText(Array.from(numbers) as OklabAlpha)
    case 'outline':
      return outlineOfNumbers(numbers, (property.value as Outline).closed)
    case 'choice':
      return property.keys[numbers[0]!]?.value ?? property.value
  }
}

function colourText(colour: OklabAlpha): string {
  const hex = hexOf(colour)
  const back = parseColour(hex)
  return back.every((part, i) => Math.abs(part - colour[i]!) < 1e-9) ? hex : exactColourText(colour)
}
