import type { LayerKindRecord } from './layerKind.ts'
import { TRANSFORM } from './propertyDefinition.ts'
import { LOCAL_TIME } from './localTime.ts'

export const group: LayerKindRecord<never> = {
  label: 'Group',
  properties: [...TRANSFORM, LOCAL_TIME],
  art: null,
}
