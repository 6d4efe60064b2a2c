import { parseColour } from '../../property/index.ts'
import type { TakenOver } from './takenOver.ts'

/** Grounds for what was drawn for a light page, or for a dark one. */
const LIGHT = '#f4f1ea'
const DARK = '#1d2733'
/** Colours lighter than this on the whole would not be seen on a light ground. OKLab's L. */
const LIGHT_FROM = 0.78

/** What lies behind a file that says nothing of it: what its colours stand out from. */
export function groundFor({ layers }: Pick<TakenOver, 'layers'>): string {
  const seen = layers
    .flatMap(({ properties }) =>
      ['fill', 'stroke'].flatMap((name) => {
        const property = properties[name]
        const isLine = name === 'stroke'
        if (!property || (isLine && properties['stroke width']?.value === 0)) return []
        return [property.value, ...property.keys.map(({ value }) => value)].map((value) =>
          parseColour(String(value)),
        )
      }),
    )
    .filter(([, , , alpha]) => alpha > 0)
  if (seen.length === 0) return LIGHT
  const mean = seen.reduce((sum, [lightness]) => sum + lightness, 0) / seen.length
  return mean > LIGHT_FROM ? DARK : LIGHT
}
