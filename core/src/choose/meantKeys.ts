import { timedKeys, type Property } from '../property/index.ts'
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
 * The keys a command is meant for: chosen ones and both ends of chosen spans; without any, all keys of chosen
 * properties; without those, of chosen layers and of what rides in chosen groups. These come in order of layers,
 * properties and time; waypoints are left out. Chosen keys alone are returned as they are.
 */
export function meantKeys(scene: Scene, { layers, properties, keys, spans }: Chosen): KeyRef[] {
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
  return [...lanes].flatMap(([name, { ref }]) => {
    const property = layers.get(ref.layer)?.properties[ref.property]
    if (!property) return []
    const [inKeys, inSpans] = [chosen.get(name)?.keys, begun.get(name)?.keys]
    let before = ''
    return timedKeys(property).flatMap(({ id }) => {
      const ends = inSpans && (inSpans.has(id) || inSpans.has(before))
      before = id
      return inKeys?.has(id) || ends ? [{ ...ref, key: id }] : []
    })
  })
}

/** First and last moment of chosen spans, ticks; null for none. */
export function rangeOfSpans(scene: Scene, spans: readonly KeyRef[]): readonly [number, number] | null {
  const layers = new Map(scene.layers.map((layer) => [layer.id, layer]))
  let [first, last] = [Infinity, -Infinity]
  for (const { ref, keys } of byProperty(spans).values()) {
    let begun = false
    for (const key of layers.get(ref.layer)?.properties[ref.property]?.keys ?? []) {
      if (key.timeless) continue
      const begins = keys.has(key.id)
      if (begins || begun) {
        first = Math.min(first, key.t)
        last = Math.max(last, key.t)
      }
      begun = begins
    }
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
