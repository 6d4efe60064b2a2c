import { pixels, type PropertyDefinition } from '../layers/propertyDefinition.ts'

/** Stands in a text where its number is shown. */
export const NUMBER_MARK = '{number}'

/** What stands between thousands; the decimal mark is the one that goes with it. */
export const SEPARATORS = ['none', 'comma', 'point', 'space', 'apostrophe'] as const
export type Separator = (typeof SEPARATORS)[number]

const inSet = { set: 'number' } as const

/** The number a text shows, and how it is written. */
export const COUNTING: readonly PropertyDefinition[] = [
  { ...pixels('number', 'Number', 0), unit: '', limits: [-1e9, 1e9], ...inSet },
  { ...pixels('number decimals', 'Decimals', 0), unit: '', limits: [0, 6], ...inSet, listedWith: 'number' },
  {
    name: 'number separator',
    label: 'Thousands',
    kind: 'choice',
    hue: 'shape',
    unit: '',
    value: 'none',
    choices: SEPARATORS,
    step: 1,
    ...inSet,
    listedWith: 'number',
  },
]

export interface CountedText {
  content: string
  number: number
  /** 0 … 6, of which the whole part counts. */
  decimals: number
  separator: Separator
}

/** A line between thousands and the decimal mark. */
const MARKS: Readonly<Record<Separator, readonly [thousands: string, decimal: string]>> = {
  none: ['', '.'],
  comma: [',', '.'],
  point: ['.', ','],
  // As SI writes them, and so that no line breaks there.
  space: ['\u202f', ','],
  apostrophe: ['’', '.'],
}

/** What a text reads with its number put in, wherever that is asked for. */
export function countedText({ content, number, decimals, separator }: CountedText): string {
  if (!content.includes(NUMBER_MARK)) return content
  return content.replaceAll(NUMBER_MARK, numberText(number, decimals, separator))
}

/** A number with thousands apart, rounded to some decimals; half goes away from zero. */
export function numberText(number: number, decimals: number, separator: Separator): string {
  const [thousands, decimal] = MARKS[separator]
  const [whole, part] = rounded(Math.abs(number), Math.min(6, Math.max(0, Math.floor(decimals)))).split('.')
  const grouped = whole!.replace(/\B(?=(\d{3})+$)/g, thousands)
  const digits = part === undefined ? grouped : `${grouped}${decimal}${part}`
  return number < 0 && /[1-9]/.test(digits) ? `−${digits}` : digits
}

/** `toFixed` rounds what a binary number is, so that 1.005 is 1.00; a person reads the decimal number and expects 1.01. */
function rounded(number: number, decimals: number): string {
  const scaled = Math.round(Number(`${number.toPrecision(15)}e${decimals}`))
  const digits = String(scaled).padStart(decimals + 1, '0')
  if (!Number.isSafeInteger(scaled)) return number.toFixed(decimals)
  return decimals === 0 ? digits : `${digits.slice(0, -decimals)}.${digits.slice(-decimals)}`
}
