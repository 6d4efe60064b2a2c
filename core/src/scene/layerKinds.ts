import type { PropertyKind, Value } from '../property/index.ts'
import type { Layer, LayerKind } from './document.ts'

/** The group a property belongs to, which gives its lane its hue. */
export type LaneHue = 'place' | 'size' | 'turn' | 'show' | 'colour' | 'shape' | 'sound' | 'time'

export interface PropertyDefinition {
  /** As written in files. */
  readonly name: string
  readonly label: string
  readonly kind: PropertyKind
  readonly hue: LaneHue
  /** Shown after the number; empty for none. */
  readonly unit: '' | 'px' | '%' | '°'
  readonly value: Value
  /** Where drawn values stop; graphs show what is lost beyond. */
  readonly limits?: readonly [least: number, most: number]
  /** One arrow press, or one pixel of a drag on the field. */
  readonly step: number
}

const LEAST_0 = [0, Infinity] as const
const PERCENT = [0, 100] as const

const position: PropertyDefinition = {
  name: 'position',
  label: 'Position',
  kind: 'place',
  hue: 'place',
  unit: 'px',
  value: [0, 0],
  step: 1,
}
const COMMON: readonly PropertyDefinition[] = [
  position,
  { ...position, name: 'pivot', label: 'Pivot', kind: 'pair' },
  { name: 'scale', label: 'Scale', kind: 'pair', hue: 'size', unit: '%', value: [100, 100], step: 1 },
  { name: 'turn', label: 'Turn', kind: 'turn', hue: 'turn', unit: '°', value: 0, step: 1 },
  {
    name: 'opacity',
    label: 'Opacity',
    kind: 'number',
    hue: 'show',
    unit: '%',
    value: 100,
    limits: PERCENT,
    step: 1,
  },
]

const size: PropertyDefinition = {
  name: 'size',
  label: 'Size',
  kind: 'pair',
  hue: 'size',
  unit: 'px',
  value: [200, 200],
  limits: LEAST_0,
  step: 1,
}
const pixels = (name: string, label: string, value: number): PropertyDefinition => ({
  name,
  label,
  kind: 'number',
  hue: 'shape',
  unit: 'px',
  value,
  limits: LEAST_0,
  step: 1,
})
const colour = (name: string, label: string, value: string): PropertyDefinition => ({
  name,
  label,
  kind: 'colour',
  hue: 'colour',
  unit: '',
  value,
  step: 1,
})
const STROKED = [
  colour('fill', 'Fill', '#c8401a'),
  colour('stroke', 'Stroke', '#1f2b33'),
  pixels('stroke width', 'Stroke width', 0),
]
const crop = (side: string): PropertyDefinition => ({
  name: `crop ${side}`,
  label: `Crop ${side}`,
  kind: 'number',
  hue: 'shape',
  unit: '%',
  value: 0,
  limits: PERCENT,
  step: 1,
})

/** The kinds of layers this version reads, draws and writes. */
export const LAYER_KINDS = [
  'rectangle',
  'ellipse',
  'path',
  'text',
  'image',
  'group',
] as const satisfies LayerKind[]
export type DrawnKind = (typeof LAYER_KINDS)[number]

const PROPERTIES: Readonly<Record<DrawnKind, readonly PropertyDefinition[]>> = {
  rectangle: [...COMMON, size, pixels('corner', 'Corner', 0), ...STROKED],
  ellipse: [...COMMON, size, ...STROKED],
  path: [
    ...COMMON,
    {
      name: 'outline',
      label: 'Outline',
      kind: 'outline',
      hue: 'shape',
      unit: '',
      value: { closed: false, vertices: [] },
      step: 1,
    },
    ...STROKED,
  ],
  text: [
    ...COMMON,
    { name: 'content', label: 'Content', kind: 'choice', hue: 'shape', unit: '', value: 'Text', step: 1 },
    { ...pixels('font size', 'Font size', 96), hue: 'size' },
    { ...pixels('weight', 'Weight', 600), unit: '', limits: [200, 800] },
    { ...pixels('letter spacing', 'Letter spacing', 0), limits: [-1000, 1000] },
    colour('fill', 'Fill', '#f7f4ec'),
  ],
  image: [
    ...COMMON,
    { name: 'picture', label: 'Picture', kind: 'choice', hue: 'shape', unit: '', value: '', step: 1 },
    ...['left', 'right', 'top', 'bottom'].map(crop),
  ],
  group: COMMON,
}

/** What plays a split position: each axis a number of its own. */
export const SPLIT_POSITION: readonly PropertyDefinition[] = [
  { ...position, name: 'position x', label: 'Position X', kind: 'number', value: 0 },
  { ...position, name: 'position y', label: 'Position Y', kind: 'number', value: 0 },
]

/** The properties a kind of layer has, in the order they are listed. */
export function propertiesOf(kind: LayerKind): readonly PropertyDefinition[] {
  return PROPERTIES[kind as DrawnKind] ?? COMMON
}

/** The properties a layer plays, in the order they are listed: X and Y of a split position in its place. */
export function playedProperties(layer: Layer): readonly PropertyDefinition[] {
  const all = propertiesOf(layer.kind)
  if (!layer.properties['position']?.split) return all
  return all.flatMap((definition) => (definition.name === 'position' ? SPLIT_POSITION : [definition]))
}

/** What a named property of a kind of layer is, or null when that kind has none of the name. */
export function definitionOf(kind: LayerKind, name: string): PropertyDefinition | null {
  return [...propertiesOf(kind), ...SPLIT_POSITION].find((definition) => definition.name === name) ?? null
}
