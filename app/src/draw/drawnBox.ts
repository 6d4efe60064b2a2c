import type { DrawItem, Effects, Veil } from '@arrow-bend/core/scene'
import { itemCorners } from './itemBounds.ts'
import type { PictureBook } from './pictureBook.ts'
import { MITRE, reachOf } from './sheets.ts'

/** Sides, px of a canvas. */
export type CanvasBox = readonly [left: number, top: number, right: number, bottom: number]

/** From the stage to a canvas. */
export type StageMap = Pick<DOMMatrix, 'a' | 'b' | 'c' | 'd' | 'e' | 'f'>

/**
 * The box round all that some items draw: their lines, letters, blur and shadow too, which may be less than it.
 * @param stage from the stage to the canvas
 * @param until the veil they are seen through next: what blurs them within it counts; null for all veils, none unless said
 */
export function drawnBox(
  items: readonly DrawItem[],
  {
    stage,
    pictures,
    until,
  }: { readonly stage: StageMap; readonly pictures: PictureBook; readonly until?: Veil | null },
): CanvasBox {
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity]
  for (const item of items) {
    if (!item.shown) continue
    const reach =
      (ownReach(item) + (until === undefined ? 0 : veilReach(item.veils, until))) * growthOf(stage)
    for (const [x, y] of itemCorners(item, pictures)) {
      const atX = stage.a * x + stage.c * y + stage.e
      const atY = stage.b * x + stage.d * y + stage.f
      left = Math.min(left, atX - reach)
      top = Math.min(top, atY - reach)
      right = Math.max(right, atX + reach)
      bottom = Math.max(bottom, atY + reach)
    }
  }
  return [left, top, right, bottom]
}

/** How far an item reaches beyond its box, px of the stage. */
function ownReach(item: DrawItem): number {
  // Letters may reach beyond the box of their line.
  const line = 'strokeWidth' in item ? item.strokeWidth * MITRE : item.kind === 'text' ? item.fontSize : 0
  const [a, b, c, d] = item.matrix as unknown as [number, number, number, number]
  return (line + reachOf(item.effects)) * growthOf({ a, b, c, d })
}

function veilReach(veils: readonly Veil[], until: Veil | null): number {
  let sum = 0
  for (const veil of veils) {
    if (veil === until) break
    if (veil.kind === 'effects') sum += placedReach(veil)
  }
  return sum
}

/** How far blur and shadow reach beyond what has them, px of what a matrix leads to. */
export function placedReach({
  effects,
  matrix,
}: {
  readonly effects: Effects
  readonly matrix: Float64Array
}): number {
  const [a, b, c, d] = matrix as unknown as [number, number, number, number]
  return reachOf(effects) * growthOf({ a, b, c, d })
}

type Linear = Pick<DOMMatrix, 'a' | 'b' | 'c' | 'd'>

/** How much longer a map makes what it makes longest of what lies along an axis. */
const growthOf = ({ a, b, c, d }: Linear): number => Math.max(Math.hypot(a, b), Math.hypot(c, d))
