import type { Property } from '../../property/index.ts'
import { LOCAL_TIME, type Layer, type Scene } from '../../scene/index.ts'
import { secondsOfTicks, type Ticks } from '../../time/index.ts'
import { BadEdit } from '../badEdit.ts'

/**
 * What a scene shows from one moment until another, as a scene that begins there: everything that goes by its time is that much
 * earlier, and what stands in groups is begun that much later.
 * @throws BadEdit where that is no stretch of the scene
 */
export function cutScene(scene: Scene, from: Ticks, to: Ticks): Scene {
  if (!(from >= 0 && from < to && to <= scene.duration))
    throw new BadEdit('A stretch begins and ends within the scene, and its end comes after its start.')
  if (from === 0) return { ...scene, duration: to }
  const groups = new Set(scene.layers.flatMap(({ id, kind }) => (kind === 'group' ? [id] : [])))
  // What follows a layer that stands in a group takes its place, not its time.
  const isInGroup = ({ parent }: Layer): boolean => parent !== null && groups.has(parent)
  const layers = scene.layers.map((layer) => (isInGroup(layer) ? layer : earlier(layer, from)))
  return { ...scene, duration: (to - from) as Ticks, layers, markers: [], playRange: null }
}

function earlier(layer: Layer, by: Ticks): Layer {
  const properties = Object.fromEntries(
    Object.entries(layer.properties).map(([name, property]) => [name, earlierKeys(property, by)]),
  )
  const local = properties[LOCAL_TIME.name]
  // Without keys the time in a group is that of the scene, and a number of seconds.
  if (layer.kind === 'group' && local?.keys.length === 0)
    properties[LOCAL_TIME.name] = { ...local, value: (local.value as number) + secondsOfTicks(by) }
  const [start, end] = layer.span
  return { ...layer, span: [(start - by) as Ticks, (end - by) as Ticks], properties }
}

function earlierKeys(property: Property, by: Ticks): Property {
  const { keys, patterns } = property
  if (keys.length === 0 && !patterns) return property
  const at = (time: Ticks): Ticks => (time - by) as Ticks
  return {
    ...property,
    keys: keys.map((key) => ({ ...key, t: at(key.t) })),
    ...(patterns
      ? { patterns: patterns.map((one) => ({ ...one, from: at(one.from), to: at(one.to) })) }
      : {}),
  }
}
