import { CROP } from './crop.ts'
import type { DrawBase } from './drawBase.ts'
import type { LayerKindRecord } from './layerKind.ts'
import { LOCAL_TIME } from './localTime.ts'
import { TRANSFORM } from './propertyDefinition.ts'
import { boxAboutMiddle } from './shape.ts'

/** The frame of a scene that is shown in another. What stands in that scene follows it as items of their own. */
export interface SceneItem extends DrawBase {
  readonly kind: 'scene'
  /** Of the scene shown, px; written by whoever finds it. */
  readonly size: Float64Array
}

export const scene: LayerKindRecord<SceneItem> = {
  label: 'Scene',
  properties: [...TRANSFORM, ...CROP, LOCAL_TIME],
  art: {
    make: (base) => ({ ...base, kind: 'scene', size: new Float64Array(2) }),
    writers: () => [],
    bounds: ({ size }) => boxAboutMiddle(size[0]!, size[1]!),
  },
}
