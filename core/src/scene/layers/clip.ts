import { CROP } from './crop.ts'
import type { DrawBase } from './drawBase.ts'
import type { LayerKindRecord } from './layerKind.ts'
import { GAIN } from './gain.ts'
import { LOCAL_TIME } from './localTime.ts'
import { TRANSFORM } from './propertyDefinition.ts'
import { boxAboutMiddle } from './shape.ts'

/** One moment of a clip. */
export interface ClipItem extends DrawBase {
  readonly kind: 'clip'
  /** Asset id. */
  readonly clip: string
  /** Its local time, s; outside the clip its first or last frame is held. */
  seconds: number
}

export const clip: LayerKindRecord<ClipItem> = {
  label: 'Clip',
  properties: [...TRANSFORM, ...CROP, LOCAL_TIME, { ...GAIN, quiet: true }],
  art: {
    make: (base, { source }) => ({
      ...base,
      kind: 'clip',
      clip: source && 'asset' in source ? source.asset : '',
      seconds: 0,
    }),
    writers: () => [],
    bounds: (item, measures) => {
      const { width, height } = measures.picture(item.clip) ?? { width: 0, height: 0 }
      return boxAboutMiddle(width, height)
    },
    show: (item, seconds) => (item.seconds = seconds),
  },
}
