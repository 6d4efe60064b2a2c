import type { BendLibrary } from '@arrow-bend/core/bend'
import {
  compiledOf,
  hexOf,
  ribbonSpeed,
  valueAt,
  type OklabAlpha,
  type Property,
} from '@arrow-bend/core/property'
import { asTicks } from '@arrow-bend/core/time'
import { numberWords } from '../../../../ui/numberWords.ts'

/** What a property is at a moment and how fast it goes there, in words. */
export function momentWords(
  property: Property,
  library: BendLibrary,
  { time, unit }: { readonly time: number; readonly unit: string },
): string {
  const compiled = compiledOf(property, library)
  const at = asTicks(Math.round(time))
  const { kind } = property
  if (kind === 'outline' || kind === 'choice') return ''
  const values = valueAt(compiled, at)
  const value =
    kind === 'colour' ? hexOf([...values] as OklabAlpha) : values.map((v) => numberWords(v, 1)).join(', ')
  const index = compiled.times.findLastIndex((t) => t <= at)
  const span = compiled.spans[index]
  if (!span || kind === 'colour') return `${value} ${unit}`.trim()
  const u = (at - compiled.times[index]!) / (compiled.times[index + 1]! - compiled.times[index]!)
  const speed = ribbonSpeed(kind, span, u, new Float64Array(compiled.speedWidth))
  return `${value} ${unit}  ${numberWords(speed, 0)} ${unit || 'units'}/s`
}
