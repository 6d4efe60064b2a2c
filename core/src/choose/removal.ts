import { definitionOf, layerById, type Scene } from '../scene/index.ts'
import { layersGoneWith, type KeyRef } from '../edit/index.ts'
import { effectiveKeys, type Chosen } from './effectiveKeys.ts'

/** What removing what is chosen takes away. */
export type Removal =
  | { readonly kind: 'keys'; readonly keys: readonly KeyRef[] }
  /** With what goes with groups among them. */
  | { readonly kind: 'layers'; readonly layers: readonly string[]; readonly also: number }
  /** A lane is chosen that has no keys. */
  | { readonly kind: 'nothing'; readonly why: string }

/**
 * What removing takes: chosen keys; of chosen spans the keys at their ends; of chosen lanes all their keys; else the chosen
 * layers. Keys and layers that copying and nudging act on are the same ones.
 */
export function removalOf(scene: Scene, chosen: Chosen): Removal | null {
  if (chosen.properties.length > 0) {
    const keys = effectiveKeys(scene, chosen)
    if (keys.length > 0) return { kind: 'keys', keys }
    const [{ layer, property }] = chosen.properties as [Chosen['properties'][number]]
    const { kind, name, properties } = layerById(scene, layer) ?? {}
    const label = ((kind && definitionOf(kind, property)?.label) ?? property).toLowerCase()
    const live = properties?.[property]?.patterns ? ' Its patterns are taken off in the Patterns panel.' : ''
    return { kind: 'nothing', why: `${name ?? 'The layer'} ${label} has no keys to remove.${live}` }
  }
  if (chosen.layers.length === 0) return null
  const also = layersGoneWith(scene, chosen.layers).size - chosen.layers.length
  return { kind: 'layers', layers: chosen.layers, also }
}

/** What removing takes, in a few words; empty for nothing. */
export function removalWords(removal: Removal | null): string {
  if (!removal || removal.kind === 'nothing') return ''
  if (removal.kind === 'keys') return removal.keys.length === 1 ? '1 key' : `${removal.keys.length} keys`
  const count = removal.layers.length + removal.also
  return count === 1 ? 'the layer' : `${count} layers`
}
