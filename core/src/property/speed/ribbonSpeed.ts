import type { CompiledSpan } from '../spans/compiledSpan.ts'
import type { PropertyKind } from '../property.ts'

/**
 * The one number a ribbon draws at elapsed fraction u of a span, units per second: up (above 0) when the value rises.
 * A place counts along its route, a colour by OKLab distance and always up, a pair by the sum of its sides, an outline by
 * how far its vertices go in all, always up.
 * @param scratch at least as many numbers as the speed has, overwritten
 */
export function ribbonSpeed(
  kind: PropertyKind,
  span: CompiledSpan,
  u: number,
  scratch: Float64Array,
): number {
  scratch.fill(0)
  span.speedInto(scratch, u)
  if (kind === 'colour') return Math.hypot(scratch[0]!, scratch[1]!, scratch[2]!, scratch[3]!)
  if (kind === 'outline') return lengthOf(scratch)
  if (kind !== 'pair') return scratch[0]!
  return Math.hypot(scratch[0]!, scratch[1]!) * (scratch[0]! + scratch[1]! < 0 ? -1 : 1)
}

/** Of thousands of numbers, which Math.hypot takes ten times as long for. */
function lengthOf(numbers: Float64Array): number {
  let sum = 0
  for (let i = 0; i < numbers.length; i += 1) sum += numbers[i]! * numbers[i]!
  return Math.sqrt(sum)
}
