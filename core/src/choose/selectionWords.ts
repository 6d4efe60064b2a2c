import { definitionOf, layerById, type Scene } from '../scene/index.ts'
import type { Chosen } from './effectiveKeys.ts'

const counted = (count: number, one: string, many = `${one}s`): string =>
  `${count.toLocaleString('en')} ${count === 1 ? one : many}`

/** What is chosen, in words: how many of what, and where; empty for nothing. */
export function selectionWords(scene: Scene, { keys, spans, properties, layers }: Chosen): string {
  const parts = [
    ...(keys.length > 0 ? [counted(keys.length, 'key')] : []),
    ...(spans.length > 0 ? [counted(spans.length, 'span')] : []),
  ]
  if (parts.length > 0) return `${parts.join(', ')} ${whereWords(scene, properties)}`
  if (properties.length > 0) return laneWords(scene, properties)
  if (layers.length === 0) return ''
  const [only] = layers
  return layers.length === 1 ? nameOf(scene, only!) : counted(layers.length, 'layer')
}

function whereWords(scene: Scene, properties: Chosen['properties']): string {
  if (properties.length === 0) return ''
  const lanes = laneWords(scene, properties)
  return properties.length === 1 ? lanes.replace('1 lane ', '') : `on ${lanes}`
}

function laneWords(scene: Scene, properties: Chosen['properties']): string {
  const [first] = properties
  const lanes = counted(properties.length, 'lane')
  const layers = new Set(properties.map(({ layer }) => layer))
  if (properties.length === 1) return `${lanes} of ${nameOf(scene, first!.layer)} ${labelOf(scene, first!)}`
  return `${lanes} of ${layers.size === 1 ? nameOf(scene, first!.layer) : counted(layers.size, 'layer')}`
}

const nameOf = (scene: Scene, id: string): string => layerById(scene, id)?.name ?? ''

function labelOf(scene: Scene, { layer, property }: Chosen['properties'][number]): string {
  const kind = layerById(scene, layer)?.kind
  return ((kind && definitionOf(kind, property)?.label) ?? property).toLowerCase()
}
