import type { SceneSampler } from '@arrow-bend/core/scene'

/** Everything that tells one drawing of a sampled scene from another. */
export interface SceneLook {
  /** The numbers and words of it. */
  readonly text: string
  readonly outlines: readonly unknown[]
}

export const sameLook = (a: SceneLook, b: SceneLook): boolean =>
  a.text === b.text && a.outlines.every((outline, i) => outline === b.outlines[i])

/** What a scene looks like at the moment it was sampled last. */
export function lookOf({ scene, items }: SceneSampler): SceneLook {
  const looks = items.map((item) => {
    if (!item.shown) return '-'
    const { layer, matrix, opacity, size, corner, fill, stroke, strokeWidth, crop } = item
    const { fontSize, weight, letterSpacing, text, picture } = item
    return [
      layer.id,
      matrix,
      opacity,
      size,
      corner,
      fill,
      stroke,
      strokeWidth,
      crop,
      fontSize,
      weight,
      letterSpacing,
      text,
      picture,
    ].join()
  })
  return {
    text: `${scene.background}|${scene.size.join()}|${looks.join('|')}`,
    outlines: items.map(({ outline }) => outline),
  }
}
