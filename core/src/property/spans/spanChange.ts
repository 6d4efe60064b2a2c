import type { CompiledProperty } from '../compileProperty.ts'
import { PlaceSpan } from './placeSpan.ts'

/**
 * How much a span changes in all, as one number its speed can be measured by: the difference of a number or turn,
 * the length of a place's route, the distance between pairs or colours (OKLab), signed where a sign makes sense.
 */
export function spanChange({ property, values, width, spans }: CompiledProperty, index: number): number {
  const span = spans[index]
  if (span instanceof PlaceSpan) return span.route.length
  const differences = Array.from(
    { length: width },
    (_, i) => values[(index + 1) * width + i]! - values[index * width + i]!,
  )
  if (width === 1) return differences[0]!
  const size = Math.hypot(...differences)
  const falls = property.kind === 'pair' && differences[0]! + differences[1]! < 0
  return falls ? -size : size
}
