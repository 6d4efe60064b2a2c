import type { SceneSampler } from '@arrow-bend/core/scene'

/** Everything that tells one drawing of a sampled scene from another: numbers, words and outlines, in one order. */
export type SceneLook = readonly unknown[]

export const sameLook = (a: SceneLook, b: SceneLook): boolean =>
  a.length === b.length && a.every((part, i) => part === b[i])

/** What a scene looks like at the moment it was sampled last. */
export function lookOf({ scene, items }: SceneSampler): SceneLook {
  const parts: unknown[] = [scene.background, ...scene.size]
  for (const item of items) {
    parts.push(item.layer.id)
    if (!item.shown) continue
    const { opacity, corner, strokeWidth, fontSize, weight, letterSpacing, text, picture, outline } = item
    parts.push(opacity, corner, strokeWidth, fontSize, weight, letterSpacing, text, picture, outline)
    for (const list of [item.matrix, item.size, item.fill, item.stroke, item.crop])
      for (const part of list) parts.push(part)
  }
  return parts
}
