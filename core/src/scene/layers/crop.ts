import { clamp } from '../../number/index.ts'
import type { Bounds } from '../outline/outlineBounds.ts'
import { PERCENT, type PropertyDefinition } from './propertyDefinition.ts'
import type { PropertyReader, PropertyWriter } from './propertyReader.ts'

const SIDES = ['left', 'right', 'top', 'bottom'] as const

/** Percent off each side of a picture. */
export const CROP: readonly PropertyDefinition[] = SIDES.map((side) => ({
  name: `crop ${side}`,
  label: `Crop ${side}`,
  kind: 'number',
  hue: 'shape',
  unit: '%',
  value: 0,
  limits: PERCENT,
  step: 1,
}))

/** Writers of a crop: left, right, top, bottom, percent. */
export const cropWriters = (crop: Float64Array, read: PropertyReader): readonly PropertyWriter[] =>
  SIDES.map((side, i) => read.number(`crop ${side}`, (value) => (crop[i] = clamp(value, 0, 100))))

/** What a crop leaves of a box; null where that is all of it. */
export function croppedBox(
  [left, right, top, bottom]: Float64Array,
  { x, y, width, height }: Bounds,
): Bounds | null {
  if (!(left || right || top || bottom)) return null
  return {
    x: x + (width * left!) / 100,
    y: y + (height * top!) / 100,
    width: Math.max(0, width * (1 - (left! + right!) / 100)),
    height: Math.max(0, height * (1 - (top! + bottom!) / 100)),
  }
}
