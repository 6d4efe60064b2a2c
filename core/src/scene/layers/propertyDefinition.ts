import type { PropertyKind, Value } from '../../property/index.ts'

/** The group a property belongs to, which gives its lane its hue. */
export type LaneHue = 'place' | 'size' | 'turn' | 'show' | 'colour' | 'shape' | 'sound' | 'time'

/** Properties that few layers need, and that are listed together when one asks for them, in words. */
export const PROPERTY_SETS = {
  paragraph: 'Paragraph',
  parts: 'Letters',
  number: 'Number',
  line: 'Line',
  gradient: 'Gradient',
  crop: 'Crop',
  effects: 'Shadow',
  copies: 'Copies',
} as const
export type PropertySet = keyof typeof PROPERTY_SETS

export interface PropertyDefinition {
  /** As written in files. */
  readonly name: string
  readonly label: string
  readonly kind: PropertyKind
  readonly hue: LaneHue
  /** Shown after the number; empty for none. */
  readonly unit: '' | 'px' | '%' | '°' | 's'
  readonly value: Value
  /** Where drawn values stop; graphs show what is lost beyond. */
  readonly limits?: readonly [least: number, most: number]
  /** One arrow press, or one pixel of a drag on the field. */
  readonly step: number
  /** What a choice is of; left out where any text may be. */
  readonly choices?: readonly string[]
  /** Left out of lists until it has keys or another value than its default. */
  readonly quiet?: true
  /** One of many that are asked for together; quiet until then. */
  readonly set?: PropertySet
  /** Another property: as soon as that is listed, this one is, quiet or not. */
  readonly listedWith?: string
}

const LEAST_0 = [0, Infinity] as const
export const PERCENT = [0, 100] as const

const position: PropertyDefinition = {
  name: 'position',
  label: 'Position',
  kind: 'place',
  hue: 'place',
  unit: 'px',
  value: [0, 0],
  step: 1,
}
export const opacity: PropertyDefinition = {
  name: 'opacity',
  label: 'Opacity',
  kind: 'number',
  hue: 'show',
  unit: '%',
  value: 100,
  limits: PERCENT,
  step: 1,
}
/** What every layer that shows has. */
export const TRANSFORM: readonly PropertyDefinition[] = [
  position,
  { ...position, name: 'pivot', label: 'Pivot', kind: 'pair' },
  { name: 'scale', label: 'Scale', kind: 'pair', hue: 'size', unit: '%', value: [100, 100], step: 1 },
  { name: 'turn', label: 'Turn', kind: 'turn', hue: 'turn', unit: '°', value: 0, step: 1 },
  opacity,
]

/** Width and height. */
export const size: PropertyDefinition = {
  name: 'size',
  label: 'Size',
  kind: 'pair',
  hue: 'size',
  unit: 'px',
  value: [200, 200],
  limits: LEAST_0,
  step: 1,
}
/** A length that is never below 0. */
export const pixels = (name: string, label: string, value: number): PropertyDefinition => ({
  name,
  label,
  kind: 'number',
  hue: 'shape',
  unit: 'px',
  value,
  limits: LEAST_0,
  step: 1,
})
export const colour = (name: string, label: string, value: string): PropertyDefinition => ({
  name,
  label,
  kind: 'colour',
  hue: 'colour',
  unit: '',
  value,
  step: 1,
})
/** Of shapes. */
export const PAINT: readonly PropertyDefinition[] = [
  colour('fill', 'Fill', '#c8401a'),
  colour('stroke', 'Stroke', '#1f2b33'),
  pixels('stroke width', 'Stroke width', 0),
]
/** What plays a split position: each axis a number of its own. */
export const SPLIT_POSITION: readonly PropertyDefinition[] = [
  { ...position, name: 'position x', label: 'Position X', kind: 'number', value: 0 },
  { ...position, name: 'position y', label: 'Position Y', kind: 'number', value: 0 },
]
