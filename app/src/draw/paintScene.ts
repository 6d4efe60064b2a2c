import { parseColour } from '@arrow-bend/core/property'
import type { SceneSampler } from '@arrow-bend/core/scene'
import { canvasColour } from './canvasColour.ts'
import type { Context2d } from './context2d.ts'
import { paintItems, type PaintItems } from './paintItems.ts'

export interface PaintOptions extends PaintItems {
  /** Whether what lies outside the frame is cut off. */
  readonly clip: boolean
  /** Leaves out the background; it is painted otherwise. */
  readonly transparent?: boolean
}

/** Paints a whole scene, at the moment it was sampled last, in stage coordinates: background, then every item. */
export function paintScene(
  context: Context2d,
  sampler: SceneSampler,
  { pictures, scale, clip, beneath, picks, transparent = false }: PaintOptions,
): void {
  const [width, height] = sampler.scene.size
  if (clip) {
    context.beginPath()
    context.rect(0, 0, width, height)
    context.clip()
  }
  if (!transparent) {
    context.fillStyle = canvasColour(Float64Array.from(parseColour(sampler.scene.background)))
    context.fillRect(0, 0, width, height)
  }
  paintItems(context, sampler.items, { pictures, scale, beneath, picks })
}
