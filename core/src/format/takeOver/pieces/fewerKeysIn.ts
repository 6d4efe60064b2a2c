import { NO_LINKS } from '../../../bend/index.ts'
import { simplifyProperty } from '../../../edit/index.ts'
import type { Property } from '../../../property/index.ts'

/**
 * A property with as few keys as stay within a distance of its motion, each stretch between two jumps by itself.
 * @param within in the value's own units
 * @param step ticks between two looks
 */
export function fewerKeysIn(
  property: Property,
  { within, step }: { readonly within: number; readonly step: number },
): Property {
  const stretches: string[][] = [[]]
  property.keys.slice(1, -1).forEach(({ id, bend }, i) => {
    const isJump = bend.kind === 'hold' || property.keys[i]!.bend.kind === 'hold'
    if (isJump) stretches.push([])
    else stretches.at(-1)!.push(id)
  })
  return stretches
    .filter((ids) => ids.length > 0)
    .reduce(
      (given, ids) =>
        simplifyProperty(given, { removable: new Set(ids), within, step, library: NO_LINKS }).property,
      property,
    )
}
