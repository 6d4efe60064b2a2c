import { parseColour, isMoving } from '../../property/index.ts'
import type { Layer, LayerKind } from '../document.ts'
import { colour, pixels, type PropertyDefinition } from './propertyDefinition.ts'
import type { PropertyReader, PropertyWriter } from './propertyReader.ts'

/** Whether a kind of layer is blurred and casts a shadow: all that is seen. */
export const hasEffects = (kind: LayerKind): boolean => kind !== 'sound'
/** Whether that is done to all that stands in it, as to one thing. */
export const hasEffectsAsOne = (kind: LayerKind): boolean => kind === 'group' || kind === 'scene'

/** Blur and shadow, px of the layer's own; both blurs are standard deviations. */
export const EFFECTS: readonly PropertyDefinition[] = [
  { ...pixels('blur', 'Blur', 0), hue: 'show', set: 'effects' },
  { ...colour('shadow colour', 'Shadow colour', '#00000000'), set: 'effects' },
  {
    name: 'shadow offset',
    label: 'Shadow offset',
    kind: 'pair',
    hue: 'place',
    unit: 'px',
    value: [0, 12],
    step: 1,
    set: 'effects',
    listedWith: 'shadow colour',
  },
  {
    ...pixels('shadow blur', 'Shadow blur', 10),
    hue: 'show',
    set: 'effects',
    listedWith: 'shadow colour',
  },
]

/** How a thing is blurred, and its shadow. */
export interface Effects {
  /** px, standard deviation. */
  blur: number
  /** px, standard deviation. */
  shadowBlur: number
  /** px */
  readonly shadowOffset: Float64Array
  /** OKLab and alpha. */
  readonly shadowColour: Float64Array
}

export const noEffects = (): Effects => ({
  blur: 0,
  shadowBlur: 0,
  shadowOffset: new Float64Array(2),
  shadowColour: new Float64Array(4),
})

export function effectWriters(effects: Effects, { kind }: Layer, read: PropertyReader): PropertyWriter[] {
  if (!hasEffects(kind)) return []
  return [
    read.number('blur', (value) => (effects.blur = Math.max(0, value))),
    read.number('shadow blur', (value) => (effects.shadowBlur = Math.max(0, value))),
    read.list('shadow offset', effects.shadowOffset),
    read.list('shadow colour', effects.shadowColour),
  ]
}

/** Whether a layer is ever blurred, or ever casts a shadow. */
export function isEverAffected({ kind, properties }: Layer): boolean {
  if (!hasEffects(kind)) return false
  const [blur, colour] = [properties['blur']!, properties['shadow colour']!]
  if (isMoving(blur) || isMoving(colour) || blur.value !== 0) return true
  return parseColour(colour.value as string)[3] > 0
}

export const hasShadow = ({ shadowColour }: Effects): boolean => shadowColour[3]! > 0
/** Whether a thing is drawn otherwise for its blur and shadow. */
export const isAffected = (effects: Effects): boolean => effects.blur > 0 || hasShadow(effects)
