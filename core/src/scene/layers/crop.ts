import { clamp } from '../../number/index.ts'
import { isMoving } from '../../property/index.ts'
import type { Bounds } from '../outline/outlineBounds.ts'
import type { Layer, LayerKind } from '../document.ts'
import { PERCENT, type PropertyDefinition } from './propertyDefinition.ts'
import type { PropertyReader, PropertyWriter } from './propertyReader.ts'

export const CROP_SIDES = ['left', 'right', 'top', 'bottom'] as const
export type CropSide = (typeof CROP_SIDES)[number]
export const OPPOSITE_SIDE: Readonly<Record<CropSide, CropSide>> = {
  left: 'right',
  right: 'left',
  top: 'bottom',
  bottom: 'top',
}

/** Kinds that are often cropped, and those that are seldom: their crops are listed when they are asked for. */
const OFTEN: ReadonlySet<LayerKind> = new Set(['image', 'clip', 'scene'])
/** Whether a layer shows a picture of a size of its own: a still, a clip or a scene. */
export const showsPicture = ({ kind }: { readonly kind: LayerKind }): boolean => OFTEN.has(kind)
const SELDOM: ReadonlySet<LayerKind> = new Set(['rectangle', 'ellipse', 'path', 'text', 'group'])
export const hasCrop = (kind: LayerKind): boolean => OFTEN.has(kind) || SELDOM.has(kind)

/** Whether anything is ever cut off a layer. */
export const isEverCropped = ({ kind, properties }: Pick<Layer, 'kind' | 'properties'>): boolean =>
  hasCrop(kind) &&
  CROP_SIDES.some((side) => {
    const property = properties[`crop ${side}`]
    return property !== undefined && (isMoving(property) || (property.value as number) > 0)
  })

/** Percent off each side of what a layer draws; of a group, of the box round all that shows in it at that moment. */
export const CROP: readonly PropertyDefinition[] = CROP_SIDES.map((side) => ({
  name: `crop ${side}`,
  label: `Crop ${side}`,
  kind: 'number',
  hue: 'shape',
  unit: '%',
  value: 0,
  limits: PERCENT,
  step: 1,
}))

/** The same where it is seldom asked for: one of them lists all. */
const CROP_IN_SET: readonly PropertyDefinition[] = CROP.map((definition) => ({
  ...definition,
  set: 'crop',
  listedWith: definition.name === CROP[0]!.name ? CROP[1]!.name : CROP[0]!.name,
}))
/** What is told besides a kind's own properties: nothing where it lists its crop itself. */
export const cropOf = (kind: LayerKind): readonly PropertyDefinition[] =>
  SELDOM.has(kind) ? CROP_IN_SET : []

/** Writers of a crop: left, right, top, bottom, percent. */
export const cropWriters = (crop: Float64Array, read: PropertyReader): readonly PropertyWriter[] =>
  CROP_SIDES.map((side, i) => read.number(`crop ${side}`, (value) => (crop[i] = clamp(value, 0, 100))))

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

/** So far beyond its box nothing is drawn, px. */
const FAR = 100_000

/** The same, open at the sides that are not cropped: what reaches beyond the box is seen there. */
export function openedBox(crop: Float64Array, box: Bounds): Bounds | null {
  const cropped = croppedBox(crop, box)
  if (!cropped) return null
  const [left, right, top, bottom] = [...crop].map((percent) => (percent > 0 ? 0 : FAR)) as [
    number,
    number,
    number,
    number,
  ]
  return {
    x: cropped.x - left,
    y: cropped.y - top,
    width: cropped.width + left + right,
    height: cropped.height + top + bottom,
  }
}
