import type { PropertyDefinition } from './propertyDefinition.ts'

/** How loud a sound is, a share of how it was recorded. */
export const GAIN: PropertyDefinition = {
  name: 'gain',
  label: 'Gain',
  kind: 'number',
  hue: 'sound',
  unit: '%',
  value: 100,
  limits: [0, Infinity],
  step: 1,
}
