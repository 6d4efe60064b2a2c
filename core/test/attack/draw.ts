import type { PlainBend } from '../../src/bend/index.ts'
import type { Outline, PropertyKind, Value } from '../../src/property/index.ts'
import * as edit from '../../src/edit/index.ts'
import type { KeyRef, MakeId, PropertyRef } from '../../src/edit/index.ts'
import { type Project } from '../../src/scene/index.ts'
import type { Ticks } from '../../src/time/index.ts'

export const SCENE = 'scene'

/** What a recipe is called with: numbers, texts and parts of the project, drawn by chance. */
export interface Draw {
  readonly number: () => number
  /** Between 0 and less than `below`. */
  readonly pick: (below: number) => number
  readonly bend: () => PlainBend
  readonly text: () => string
  readonly makeId: MakeId
  readonly project: Project
}

export const seconds = (draw: Draw): Ticks => (draw.number() * 705_600_000) as Ticks
export const anyTicks = (draw: Draw): Ticks => (draw.pick(3) === 0 ? (draw.number() as Ticks) : seconds(draw))
export const pair = (draw: Draw): [number, number] => [draw.number(), draw.number()]
export const one = <T>(draw: Draw, list: readonly T[]): T => list[draw.pick(list.length)]!

export function layerOf(draw: Draw): string {
  return one(draw, draw.project.scenes[0]!.layers)?.id ?? 'none'
}

export function layersOf(draw: Draw): string[] {
  return draw.project.scenes[0]!.layers.filter(() => draw.pick(2) === 0).map(({ id }) => id)
}

export function propertyOf(draw: Draw): PropertyRef {
  const layer = one(draw, draw.project.scenes[0]!.layers)
  const names = Object.keys(layer?.properties ?? {})
  const moving = names.filter((name) => layer!.properties[name]!.keys.length > 0)
  const property_ = one(draw, draw.pick(4) > 0 && moving.length > 0 ? moving : names) ?? 'constructor'
  return { scene: SCENE, layer: layer?.id ?? 'none', property: property_ }
}

/** A property of a kind; most often one that moves. */
export function ofKind(draw: Draw, kind: PropertyKind): PropertyRef {
  const all = draw.project.scenes[0]!.layers.flatMap(({ id, properties }) =>
    Object.entries(properties)
      .filter(([, found]) => found.kind === kind)
      .map(([name, { keys }]) => ({
        ref: { scene: SCENE, layer: id, property: name },
        moves: keys.length > 0,
      })),
  )
  const moving = all.filter(({ moves }) => moves)
  return (one(draw, moving.length > 0 && draw.pick(4) > 0 ? moving : all) ?? { ref: propertyOf(draw) }).ref
}

/** Keys of a place. */
export function placeKeys(draw: Draw): KeyRef[] {
  const ref = ofKind(draw, 'place')
  const keys = edit.findProperty(draw.project, ref)?.keys ?? []
  return keys.filter(() => draw.pick(3) > 0).map(({ id }) => ({ ...ref, key: id }))
}

export function keysOf(draw: Draw): KeyRef[] {
  const all = draw.project.scenes[0]!.layers.flatMap(({ id, properties }) =>
    Object.entries(properties).flatMap(([name, { keys }]) =>
      keys.map((key): KeyRef => ({ scene: SCENE, layer: id, property: name, key: key.id })),
    ),
  )
  const share = draw.pick(4)
  return all.filter(() => share === 0 || draw.pick(4) < share)
}

export function keyOf(draw: Draw): KeyRef {
  return one(draw, keysOf(draw)) ?? { ...propertyOf(draw), key: 'none' }
}

/** A value of a property's own kind, with any numbers in it. */
export function valueOf(draw: Draw, ref: PropertyRef): Value {
  const now = edit.findProperty(draw.project, ref)
  switch (now?.kind) {
    case 'pair':
    case 'place':
      return pair(draw)
    case 'colour':
      return one(draw, COLOURS)
    case 'choice':
      return draw.text()
    case 'outline': {
      const { closed, vertices } = now.value as Outline
      return { closed, vertices: vertices.map((vertex) => ({ ...vertex, at: pair(draw) })) }
    }
    default:
      return draw.number()
  }
}

export const COLOURS = [
  '#c8401a',
  '#00000000',
  'rgb(1e400 0 0)',
  'color(',
  'constructor',
  'oklch(0.5 0.1 1e309)',
]

export const POLICIES = ['stay', 'firstFollows', 'lastFollows', 'stretch'] as const
export const THROUGHS = ['corner', 'joined', 'smooth'] as const
export const RULES = ['hold', 'loop', 'carryOn', 'thereAndBack', 'continue'] as const

export function sceneOf(draw: Draw): string {
  return one(draw, draw.project.scenes)?.id ?? 'none'
}
