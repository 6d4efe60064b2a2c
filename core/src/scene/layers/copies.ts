import { LIMITS } from '../schema/limits.ts'
import { opacity, type PropertyDefinition } from './propertyDefinition.ts'

/** How often a layer or group repeats its own drawing, and how each copy stands to the one before it. */
export const COPIES: readonly PropertyDefinition[] = [
  {
    name: 'copies',
    label: 'Copies',
    kind: 'number',
    hue: 'shape',
    unit: '',
    value: 1,
    limits: [1, LIMITS.copies],
    step: 1,
    set: 'copies',
  },
  ...(
    [
      {
        name: 'copy offset',
        label: 'Copy offset',
        kind: 'pair',
        hue: 'place',
        unit: 'px',
        value: [0, 0],
        step: 1,
      },
      { name: 'copy turn', label: 'Copy turn', kind: 'turn', hue: 'turn', unit: '°', value: 0, step: 1 },
      {
        name: 'copy scale',
        label: 'Copy scale',
        kind: 'number',
        hue: 'size',
        unit: '%',
        value: 100,
        step: 1,
      },
      { ...opacity, name: 'copy opacity', label: 'Copy opacity' },
      {
        name: 'copy delay',
        label: 'Copy delay',
        kind: 'number',
        hue: 'time',
        unit: 's',
        value: 0,
        step: 0.01,
      },
    ] as const
  ).map((definition): PropertyDefinition => ({ ...definition, set: 'copies', listedWith: 'copies' })),
]
