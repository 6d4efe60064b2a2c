import { canMask, type Layer } from '../../../scene/index.ts'
import type { LeftOut } from '../motion/animated.ts'

/**
 * Layers whose ties hold: what rides on nothing that came over rides on nothing, and what is seen through more than one shape is seen
 * whole, its mask hidden.
 */
export function workingTies(layers: readonly Layer[], leftOut: (one: LeftOut) => void): readonly Layer[] {
  const known = new Map(layers.map((layer) => [layer.id, layer]))
  const hidden = new Set<string>()
  const tied = layers.map((layer): Layer => {
    const parent = layer.parent !== null && known.has(layer.parent) ? layer.parent : null
    const { mask, ...plain } = layer
    const masking = mask && known.get(mask.layer)
    if (!mask || (masking && canMask(masking))) return parent === layer.parent ? layer : { ...layer, parent }
    leftOut({ what: 'A mask that is no single shape or picture.', where: layer.name })
    if (masking) hidden.add(masking.id)
    return { ...plain, parent }
  })
  return hidden.size === 0
    ? tied
    : tied.map((layer) => (hidden.has(layer.id) ? { ...layer, visible: false } : layer))
}
