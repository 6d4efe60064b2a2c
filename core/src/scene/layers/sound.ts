import { GAIN } from './gain.ts'
import type { LayerKindRecord } from './layerKind.ts'
import { LOCAL_TIME } from './localTime.ts'
import { TRANSFORM } from './propertyDefinition.ts'

export const sound: LayerKindRecord<never> = {
  label: 'Sound',
  // It has a place as every layer has, so that others may ride on it and it on them; nobody is shown it before it is used.
  properties: [...TRANSFORM.map((definition) => ({ ...definition, quiet: true as const })), LOCAL_TIME, GAIN],
  art: null,
}
