import type { Outline, Value } from '../../property/index.ts'
import type { PropertyDefinition } from '../../scene/index.ts'
import { BadEdit } from '../badEdit.ts'

/** How values of one property are put onto another. */
export type ValueConversion = (value: Value) => Value

const same: ValueConversion = (value) => value

/** What a unit is of, in words, where no unit is shown. */
const unitWords = ({ unit }: PropertyDefinition): string => (unit === '' ? 'no unit' : unit)

/**
 * The conversion from one property's values to another's.
 * Numbers go where the unit is the same; one number onto a pair goes to both; two equal ones make one.
 * @throws BadEdit with the reason where there is none
 */
export function valueConversion(from: PropertyDefinition, to: PropertyDefinition): ValueConversion {
  if (from.name === to.name && from.kind === to.kind) return same
  const refuse = (why: string): BadEdit =>
    new BadEdit(`${from.label} cannot be pasted onto ${to.label}: ${why}. Nothing was changed.`)
  const [source, target] = [familyOf(from), familyOf(to)]
  if (source !== target) throw refuse(`${source} and ${target} have nothing in common`)
  if (source === 'a choice') throw refuse('what one can show the other cannot')
  if (source !== 'numbers') return same
  if (from.unit !== to.unit) throw refuse(`one is in ${unitWords(from)} and the other in ${unitWords(to)}`)
  const [wide, single] = [isPair(from), !isPair(to)]
  if (!wide && !single) return (value) => [value as number, value as number]
  if (!wide || !single) return same
  return (value) => {
    const [x, y] = value as readonly [number, number]
    if (x !== y) throw refuse('it has two numbers, x and y, that differ')
    return x
  }
}

const isPair = ({ kind }: PropertyDefinition): boolean => kind === 'pair' || kind === 'place'

function familyOf({ kind }: PropertyDefinition): string {
  if (kind === 'colour') return 'a colour'
  if (kind === 'outline') return 'an outline'
  return kind === 'choice' ? 'a choice' : 'numbers'
}

/** Whether an outline can stand among others: as many vertices, closed or open like they are. */
export function fitsOutline(outline: Outline, other: Outline): boolean {
  return outline.vertices.length === other.vertices.length && outline.closed === other.closed
}
