import type { DrawItem, SceneSampler, Veil } from '@arrow-bend/core/scene'

/** Everything that tells one drawing of a sampled scene from another: numbers, words and outlines, in one order. */
export type SceneLook = readonly unknown[]

export const sameLook = (a: SceneLook, b: SceneLook): boolean =>
  a.length === b.length && a.every((part, i) => part === b[i])

/** What a scene looks like at the moment it was sampled last. */
export function lookOf({ scene, items }: SceneSampler): SceneLook {
  const parts: unknown[] = [scene.background, ...scene.size]
  for (const item of items) {
    parts.push(item.layer.id)
    // Whatever a kind of item holds: lists by their numbers, as they are rewritten in place, all else by identity.
    if (item.shown) for (const field in item) pushField(parts, item[field as keyof DrawItem], field)
  }
  return parts
}

function pushField(parts: unknown[], value: unknown, field: string): void {
  if (field === 'layer' || field === 'use') return
  if (field === 'veils') {
    for (const veil of value as DrawItem['veils']) pushVeil(parts, veil)
    return
  }
  if (value instanceof Float64Array) for (const part of value) parts.push(part)
  else parts.push(value)
}

function pushVeil(parts: unknown[], veil: Veil): void {
  if (veil.kind === 'frame') parts.push(...veil.matrix, ...veil.box)
  // What masks draw stands among the items itself.
  else if (veil.kind === 'mask') parts.push(veil.layer.visible, veil.inverted, veil.feather)
  else {
    const { blur, shadowBlur, shadowOffset, shadowColour } = veil.effects
    parts.push(...veil.matrix, blur, shadowBlur, ...shadowOffset, ...shadowColour)
  }
}
