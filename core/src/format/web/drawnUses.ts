import {
  homesOf,
  isDrawn,
  masksIn,
  mostCopies,
  type Layer,
  type Scene,
  type WhichCopies,
} from '../../scene/index.ts'

/** A layer as it is drawn once. */
export interface DrawnUse {
  readonly layer: Layer
  /** Which copy of it, and of the groups it stands in. */
  readonly copies: WhichCopies
}

/** All a scene draws, bottom first, as the stage does: of copies the first on top, a copied group as one thing. */
export function drawnUses(scene: Scene): DrawnUse[] {
  const homes = homesOf(scene)
  const masks = masksIn(homes)
  const usesIn = (home: string | null, copies: WhichCopies): DrawnUse[] =>
    [...(homes.get(home) ?? [])].reverse().flatMap((layer) => {
      const uses: DrawnUse[] = []
      const count = layer.properties['copies'] ? mostCopies(layer.properties['copies']) : 1
      for (let k = count - 1; k >= 0; k -= 1) {
        const these = k === 0 ? copies : new Map([...copies, [layer.id, k]])
        // Masks are written where they are asked for.
        if (isDrawn(layer) && !masks.has(layer.id)) uses.push({ layer, copies: these })
        if (homes.has(layer.id)) uses.push(...usesIn(layer.id, these))
      }
      return uses
    })
  return usesIn(null, new Map())
}
