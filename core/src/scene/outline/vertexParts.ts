import { VERTEX_WIDTH } from '../../property/index.ts'
import type { PropertyDefinition } from '../layers/propertyDefinition.ts'

/** What of a vertex can move by itself, in the order of a vertex's numbers. */
export const VERTEX_PARTS = [
  'x',
  'y',
  'arrive angle',
  'arrive length',
  'leave angle',
  'leave length',
  'corner',
] as const
export type VertexPart = (typeof VERTEX_PARTS)[number]

/** One part of one vertex. */
export interface VertexPartRef {
  /** From 0. */
  readonly vertex: number
  readonly part: VertexPart
}

/** The name of the property that moves a part, as written in files: vertices count from 1 there. */
export const vertexPartName = ({ vertex, part }: VertexPartRef): string => `vertex ${vertex + 1} ${part}`

const NAME = new RegExp(`^vertex ([1-9]\\d{0,5}) (${VERTEX_PARTS.join('|')})$`)

/** The part a property moves; null for one of another name. */
export function vertexPartOf(name: string): VertexPartRef | null {
  const found = NAME.exec(name)
  return found && { vertex: Number(found[1]) - 1, part: found[2] as VertexPart }
}

/** Where a part stands among an outline's numbers. */
export const placeOfPart = ({ vertex, part }: VertexPartRef): number =>
  vertex * VERTEX_WIDTH + VERTEX_PARTS.indexOf(part)

/** The part that stands at a place among an outline's numbers. */
export const partAt = (place: number): VertexPartRef => ({
  vertex: Math.floor(place / VERTEX_WIDTH),
  part: VERTEX_PARTS[place % VERTEX_WIDTH]!,
})

/** What the property that moves a part is. */
export function vertexPartDefinition(name: string): PropertyDefinition | null {
  const found = vertexPartOf(name)
  if (!found) return null
  const isAngle = found.part.endsWith('angle')
  const isLength = found.part.endsWith('length') || found.part === 'corner'
  return {
    name,
    label: `V${name.slice(1)}`,
    kind: 'number',
    hue: 'shape',
    unit: isAngle ? '°' : 'px',
    value: 0,
    ...(isLength ? { limits: [0, Infinity] as const } : {}),
    step: 1,
  }
}

/** A layer's properties that move parts of vertices, vertex by vertex. */
export function vertexPartsIn(properties: Readonly<Record<string, unknown>>): string[] {
  const found = Object.keys(properties).flatMap((name) => {
    const part = vertexPartOf(name)
    return part ? [{ name, place: placeOfPart(part) }] : []
  })
  return found.sort((a, b) => a.place - b.place).map(({ name }) => name)
}
