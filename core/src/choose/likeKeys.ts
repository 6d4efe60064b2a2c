import { timedKeys, type Key, type Property } from '../property/index.ts'
import type { Layer, Scene } from '../scene/index.ts'
import { byProperty, type KeyRef } from '../edit/index.ts'
import { keysWhere } from './effectiveKeys.ts'

/** How keys can be like chosen ones, or what to keep of them. */
export type Likeness = 'time' | 'bend' | 'property' | 'first' | 'last' | 'others'

/**
 * Keys like the chosen ones:
 * - `time`: all that stand at the moments of chosen ones, on any layer
 * - `bend`: all that begin a span with the bend of a chosen one
 * - `property`: all of the chosen ones' properties, on every layer
 * - `first`, `last`: of every property with chosen keys its first or last
 * - `others`: of every property with chosen keys those that are not
 * Keys of locked layers are left out.
 */
export function likeKeys(scene: Scene, chosen: readonly KeyRef[], likeness: Likeness): KeyRef[] {
  const known = lookUp(scene, chosen)
  switch (likeness) {
    case 'time': {
      const times = new Set(known.map(({ key }) => key.t))
      return keysThat(scene, ({ t }) => times.has(t))
    }
    case 'bend': {
      const bends = new Set(known.filter(({ begins }) => begins).map(({ key }) => JSON.stringify(key.bend)))
      return keysThat(scene, ({ bend }, begins) => begins && bends.has(JSON.stringify(bend)))
    }
    case 'property': {
      const names = new Set(chosen.map(({ property }) => property))
      return keysWhere(scene, (_layer, property) => names.has(property))
    }
    case 'first':
    case 'last':
      return [...lanesOf(scene, chosen).values()].flatMap((lane) =>
        lane.slice(...(likeness === 'first' ? [0, 1] : [-1])),
      )
    case 'others': {
      const taken = new Set(chosen.map(nameOf))
      return [...lanesOf(scene, chosen).values()].flatMap((lane) =>
        lane.filter((ref) => !taken.has(nameOf(ref))),
      )
    }
  }
}

/**
 * Of every property with chosen keys every nth of those, in order of time, from the first on.
 * @param every 2 or more, whole
 */
export function everyNthKey(scene: Scene, chosen: readonly KeyRef[], every: number): KeyRef[] {
  const taken = new Set(chosen.map(nameOf))
  return [...lanesOf(scene, chosen).values()].flatMap((lane) =>
    lane.filter((ref) => taken.has(nameOf(ref))).filter((_ref, i) => i % every === 0),
  )
}

const nameOf = ({ layer, property, key }: KeyRef): string => `${layer}/${property}/${key}`

/** All keys of the properties that have chosen ones, by property. */
function lanesOf(scene: Scene, chosen: readonly KeyRef[]): Map<string, KeyRef[]> {
  const wanted = new Set(chosen.map(({ layer, property }) => `${layer}/${property}`))
  const lanes = new Map<string, KeyRef[]>()
  for (const ref of keysWhere(scene, ({ id }, property) => wanted.has(`${id}/${property}`))) {
    const name = `${ref.layer}/${ref.property}`
    const lane = lanes.get(name)
    if (lane) lane.push(ref)
    else lanes.set(name, [ref])
  }
  return lanes
}

interface KnownKey {
  readonly key: Key
  /** Whether a span begins at it. */
  readonly begins: boolean
}

function lookUp(scene: Scene, refs: readonly KeyRef[]): KnownKey[] {
  const layers = new Map(scene.layers.map((layer) => [layer.id, layer]))
  const lanes = new Map<Property, Map<string, KnownKey>>()
  return refs.flatMap(({ layer, property: name, key }) => {
    const property = layers.get(layer)?.properties[name]
    if (!property) return []
    const lane = lanes.get(property) ?? new Map(known(property).map((one) => [one.key.id, one]))
    lanes.set(property, lane)
    return lane.get(key) ?? []
  })
}

const known = (property: Property): KnownKey[] => {
  const timed = timedKeys(property)
  return timed.map((key, i) => ({ key, begins: i < timed.length - 1 }))
}

function keysThat(scene: Scene, fits: (key: Key, begins: boolean) => boolean): KeyRef[] {
  const layers = new Map<string, Layer>(scene.layers.map((layer) => [layer.id, layer]))
  const fitting = new Map<Property, Set<string>>()
  return keysWhere(scene, () => true).filter(({ layer, property: name, key }) => {
    const property = layers.get(layer)!.properties[name]!
    const lane =
      fitting.get(property) ??
      new Set(known(property).flatMap((one) => (fits(one.key, one.begins) ? [one.key.id] : [])))
    fitting.set(property, lane)
    return lane.has(key)
  })
}

/** Whether any of the given keys stands beside another of its property, not at its moment but nearer than so many ticks. */
export function standsNear(scene: Scene, refs: readonly KeyRef[], within: number): boolean {
  const layers = new Map(scene.layers.map((layer) => [layer.id, layer]))
  return [...byProperty(refs).values()].some(({ ref, keys: chosen }) => {
    const keys = layers.get(ref.layer)?.properties[ref.property]?.keys ?? []
    return keys.some((key, i) => {
      const next = keys[i + 1]
      return next !== undefined && chosen.has(key.id) !== chosen.has(next.id) && next.t - key.t < within
    })
  })
}
