import { isColour, KIND_WIDTH, type PropertyKind, type Value } from '../property/index.ts'
import { BadNumber, readSum } from './readSum.ts'

/** What a typed value is for. */
export interface ValueContext {
  readonly kind: PropertyKind
  /** The value now; `+=` and its like work from it, and an axis that is not named keeps its own. */
  readonly current: Value
  /** May follow a number and is dropped. */
  readonly unit: string
  /** What `%` is a share of, by component; left out where it is the unit. */
  readonly whole?: readonly [x: number, y: number]
  /** The least and the most a number can be. */
  readonly limits: readonly [least: number, most: number]
}

const AXES = ['x', 'y'] as const

/**
 * Reads a property's value as a person types it: a number or a sum as `readSum` takes it; of a pair both (`640, 360`),
 * one (`x 640`, `y += 20`), or one number for both; a colour; a text as it is.
 * @returns a value of the property's kind
 * @throws BadNumber with a sentence for what cannot be read or lies beyond the limits
 */
export function readValue(text: string, context: ValueContext): Value {
  const { kind, current } = context
  const typed = text.trim()
  if (typeof current === 'number') return readNumber(typed, current, 0, context)
  if (KIND_WIDTH[kind] === 2) return readPair(typed, current as readonly [number, number], context)
  if (kind === 'colour') {
    if (isColour(typed)) return typed
    throw new BadNumber(`“${typed.slice(0, 40)}” is not a colour. Try #C8401A or oklch(0.6 0.17 40).`)
  }
  if (typeof current === 'string') return typed
  throw new BadNumber('This cannot be typed.')
}

function readNumber(text: string, current: number, component: 0 | 1, context: ValueContext): number {
  const { unit, whole, limits } = context
  const number = readSum(text, {
    current,
    units: unit === '' ? [] : [unit],
    ...(whole && unit !== '%' ? { whole: whole[component] } : {}),
  })
  if (number >= limits[0] && number <= limits[1]) return number
  throw new BadNumber(
    limits[1] === Infinity
      ? `It has to be ${limits[0]}${unit} or more.`
      : `It has to lie from ${limits[0]} to ${limits[1]}${unit}.`,
  )
}

function readPair(text: string, current: readonly [number, number], context: ValueContext): Value {
  const [axis] = /^[xy](?=[\s=+\-*/\d.(])/i.exec(text) ?? []
  if (axis) {
    const component = axis.toLowerCase() === 'x' ? 0 : 1
    // Also `x = 20`, as it would be said.
    const rest = text.slice(1).replace(/^\s*=(?!=)/, '')
    const number = readNumber(rest, current[component], component, context)
    return component === 0 ? [number, current[1]] : [current[0], number]
  }
  // Between two numbers a comma parts them; a decimal one is meant where there is a second mark.
  const parts = text.includes(';') ? text.split(';') : text.split(/,\s+/)
  const both = parts.length === 1 ? text.split(',') : parts
  const two = both.length === 2 ? both : text.split(/(?<=[\d%)])\s+(?=[-−.\d])/)
  if (two.length === 2)
    return [readNumber(two[0]!, current[0], 0, context), readNumber(two[1]!, current[1], 1, context)]
  if (two.length > 2 || context.kind === 'place')
    throw new BadNumber(`Type two numbers, such as 640, 360, or one with its axis: ${AXES.join(' or ')} 640.`)
  return [readNumber(text, current[0], 0, context), readNumber(text, current[1], 1, context)]
}
