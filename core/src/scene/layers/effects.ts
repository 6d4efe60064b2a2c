import type { Layer, LayerKind } from '../document.ts'
import { colour, pixels, type PropertyDefinition } from './propertyDefinition.ts'
import type { PropertyReader, PropertyWriter } from './propertyReader.ts'

/** Kinds that are blurred and cast a shadow: those that draw one thing. */
const KINDS: ReadonlySet<LayerKind> = new Set(['rectangle', 'ellipse', 'path', 'text', 'image', 'clip'])
export const hasEffects = (kind: LayerKind): boolean => KINDS.has(kind)

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

export const hasShadow = ({ shadowColour }: Effects): boolean => shadowColour[3]! > 0
/** Whether a thing is drawn otherwise for its blur and shadow. */
export const isAffected = (effects: Effects): boolean => effects.blur > 0 || hasShadow(effects)
