import { timedKeys, type Key, type Property } from '../property/index.ts'
import { playedProperties, withRiders, type Layer, type Scene } from '../scene/index.ts'
import { byProperty, type KeyRef, type PropertyRef } from '../edit/index.ts'

/** What a person has chosen on the Desk, as far as keys can be meant by it. */
export interface Chosen {
  readonly layers: readonly string[]
  readonly properties: readonly PropertyRef[]
  readonly keys: readonly KeyRef[]
  /** Spans by the key they begin at. */
  readonly spans: readonly KeyRef[]
}

/**
 * The keys a command acts on: chosen ones and both ends of chosen spans; without any, all keys of chosen
 * properties; without those, of chosen layers and of what rides in chosen groups. These come in order of layers,
 * properties and time; waypoints are left out. Chosen keys alone are returned as they are.
 */
export function effectiveKeys(scene: Scene, { layers, properties, keys, spans }: Chosen): KeyRef[] {
  if (keys.length > 0 && spans.length === 0) return [...keys]
  if (spans.length > 0) return beside(scene, keys, spans)
  if (properties.length > 0) {
    const wanted = new Set(properties.map(laneName))
    return keysWhere(scene, (layer, property) => wanted.has(laneName({ layer: layer.id, property })))
  }
  const groups = scene.layers.filter(({ id, kind }) => kind === 'group' && layers.includes(id))
  const riding = withRiders(
    scene,
    groups.map(({ id }) => id),
  )
  const wanted = new Set([...layers, ...riding])
  return keysWhere(scene, (layer) => wanted.has(layer.id))
}

const laneName = ({ layer, property }: { layer: string; property: string }): string => `${layer}/${property}`

/** Keys that are chosen, or that chosen spans begin or end at. */
function beside(scene: Scene, keys: readonly KeyRef[], spans: readonly KeyRef[]): KeyRef[] {
  const layers = new Map(scene.layers.map((layer) => [layer.id, layer]))
  const [chosen, begun] = [byProperty(keys), byProperty(spans)]
  const lanes = new Map([...begun, ...chosen])
  const found: KeyRef[] = []
  for (const [name, { ref }] of lanes) {
    const property = layers.get(ref.layer)?.properties[ref.property]
    if (!property) continue
    const [inKeys, inSpans] = [chosen.get(name)?.keys ?? NONE, begun.get(name)?.keys ?? NONE]
    for (const key of besideIn(timedKeys(property), { ref, inKeys, inSpans })) found.push(key)
  }
  return found
}

const NONE: ReadonlySet<string> = new Set()

interface ChosenInLane {
  readonly ref: PropertyRef
  readonly inKeys: ReadonlySet<string>
  readonly inSpans: ReadonlySet<string>
}

interface BesideInLane {
  readonly ids: readonly string[]
  readonly inKeys: ReadonlySet<string>
  readonly refs: readonly KeyRef[]
}

const BESIDE = new WeakMap<ReadonlySet<string>, BesideInLane>()

/** Those of one lane; the same refs as long as it has the same keys in the same order, whatever their times. */
function besideIn(timed: readonly Key[], { ref, inKeys, inSpans }: ChosenInLane): readonly KeyRef[] {
  // Sets of chosen keys and spans live as long as the selection; an empty one is shared by all lanes.
  const owner = inSpans === NONE ? inKeys : inSpans
  const known = BESIDE.get(owner)
  const same =
    known?.inKeys === inKeys &&
    known.ids.length === timed.length &&
    timed.every(({ id }, i) => known.ids[i] === id)
  if (known && same) return known.refs
  let before = ''
  const refs = timed.flatMap(({ id }) => {
    const ends = inSpans.has(id) || inSpans.has(before)
    before = id
    return inKeys.has(id) || ends ? [{ ...ref, key: id }] : []
  })
  BESIDE.set(owner, { ids: timed.map(({ id }) => id), inKeys, refs })
  return refs
}

/** First and last moment of chosen spans, ticks; null for none. */
export function rangeOfSpans(scene: Scene, spans: readonly KeyRef[]): readonly [number, number] | null {
  const layers = new Map(scene.layers.map((layer) => [layer.id, layer]))
  let [first, last] = [Infinity, -Infinity]
  for (const { ref, keys } of byProperty(spans).values()) {
    const property = layers.get(ref.layer)?.properties[ref.property]
    const timed = property ? timedKeys(property) : []
    // Keys stand in order of time: from either end on, the first span that is chosen tells.
    const start = timed.findIndex(({ id }) => keys.has(id))
    if (start < 0) continue
    const end = timed.findLastIndex(({ id }) => keys.has(id))
    first = Math.min(first, timed[start]!.t)
    last = Math.max(last, (timed[end + 1] ?? timed[end]!).t)
  }
  return first <= last ? [first, last] : null
}

interface Lane {
  readonly layer: Layer
  readonly name: string
  readonly property: Property
}

function eachLane({ layers }: Scene): Lane[] {
  return layers.flatMap((layer) =>
    playedProperties(layer).map(({ name }) => ({ layer, name, property: layer.properties[name]! })),
  )
}

/** All keys with times of the properties wanted, of layers that are not locked. */
export function keysWhere(scene: Scene, wanted: (layer: Layer, property: string) => boolean): KeyRef[] {
  return eachLane(scene).flatMap(({ layer, name, property }) =>
    layer.locked || property.keys.length === 0 || !wanted(layer, name)
      ? []
      : timedKeys(property).map(({ id }) => ({
          scene: scene.id,
          layer: layer.id,
          property: name,
          key: id,
        })),
  )
}
