import { CROP, croppedBox, cropWriters } from './crop.ts'
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
  /** Percent off each side: left, right, top, bottom. */
  readonly crop: Float64Array
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
      crop: new Float64Array(4),
    }),
    writers: (item, read) => cropWriters(item.crop, read),
    bounds: (item, measures) => {
      const { width, height } = measures.picture(item.clip) ?? { width: 0, height: 0 }
      return boxAboutMiddle(width, height)
    },
    clip: ({ crop }, box) => croppedBox(crop, box),
    show: (item, seconds) => (item.seconds = seconds),
  },
}
