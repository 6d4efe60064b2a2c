import { FAMILIES, type FamilyName, type Mode, type PlainBend } from '../../bend/index.ts'
import { unreadable } from './unreadable.ts'

/**
 * Reads a family as `name:number,…/mode`: `power:3/inOut`, `back:0.2/out`, `sine`; numbers in the family's own order.
 * @throws BadBend with a sentence that quotes the text
 * Source: own.
 */
export function readFamily(text: string): PlainBend {
  const match = /^([a-z]+)(?::([^/]*))?(?:\/(in|out|inout))?$/i.exec(text.trim())
  const name = match?.[1]!.toLowerCase() ?? ''
  const family = Object.hasOwn(FAMILIES, name) ? FAMILIES[name as FamilyName] : null
  if (!match || !family) throw unreadable(text)
  const given = match[2] === undefined ? [] : match[2].split(',').map((part) => part.trim())
  if (given.length > family.numbers.length)
    throw unreadable(text, `: ${family.name} takes ${family.numbers.length} numbers at most`)
  const numbers = given.map((part, i) => {
    const { name, least, most, whole } = family.numbers[i]!
    const value = Number(part)
    if (part === '' || !(value >= least && value <= most) || (whole && !Number.isInteger(value))) {
      throw unreadable(text, `: ${name} lies from ${least} to ${most}${whole ? ', whole' : ''}`)
    }
    return [name, value] as const
  })
  const modes: Readonly<Record<string, Mode>> = { in: 'in', out: 'out', inout: 'inOut' }
  const mode = match[3] ? modes[match[3].toLowerCase()] : undefined
  return { kind: 'family', family: family.name, ...(mode ? { mode } : {}), ...Object.fromEntries(numbers) }
}
