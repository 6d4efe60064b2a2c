import { hasShadow, type Effects } from '@arrow-bend/core/scene'
import type { Context2d } from './context2d.ts'

/** Canvases to paint on apart, which nobody sees; those in use at present come first. */
const sheets: OffscreenCanvas[] = []
let inUse = 0

/** Gives an empty canvas of a size at least, px, to paint on apart for as long as `use` runs. */
export function withSheet(width: number, height: number, use: (context: Context2d) => void): void {
  const canvas = (sheets[inUse] ??= new OffscreenCanvas(1, 1))
  inUse += 1
  // To grow it empties it; what was larger before is kept, for the next.
  if (canvas.width < width) canvas.width = width
  if (canvas.height < height) canvas.height = height
  const context = canvas.getContext('2d')!
  context.save()
  context.resetTransform()
  context.clearRect(0, 0, width, height)
  try {
    use(context)
  } finally {
    context.restore()
    inUse -= 1
  }
}

/** Standard deviations past which a blur is nothing to be seen. */
export const BLUR_REACH = 3

/** How far blur and shadow reach beyond a thing, px of its own. */
export function reachOf(effects: Effects): number {
  const { blur, shadowBlur, shadowOffset } = effects
  const shadow = hasShadow(effects) ? BLUR_REACH * shadowBlur + Math.hypot(...shadowOffset) : 0
  return BLUR_REACH * blur + shadow
}
/** px past which no blur is looked at: a sheet has an end. */
export const MOST_ROOM = 1024
/** How far beyond its line a stroke's corners may reach, stroke widths. */
export const MITRE = 5
