import { parseColour } from '@arrow-bend/core/property'
import type { SceneSampler } from '@arrow-bend/core/scene'
import { canvasColour } from './canvasColour.ts'
import type { Context2d } from './context2d.ts'
import { paintItem } from './paintItem.ts'
import type { PictureBook } from './pictureBook.ts'

export interface PaintOptions {
  readonly pictures: PictureBook
  /** Device px a stage px. */
  readonly scale: number
  /** Whether what lies outside the frame is cut off. */
  readonly clip: boolean
  /** Called just before an item is painted, with its place from the bottom. */
  readonly beneath?: (index: number) => void
}

/** Paints a whole scene, at the moment it was sampled last, in stage coordinates: background, then every item. */
export function paintScene(
  context: Context2d,
  sampler: SceneSampler,
  { pictures, scale, clip, beneath }: PaintOptions,
): void {
  const [width, height] = sampler.scene.size
  if (clip) {
    context.beginPath()
    context.rect(0, 0, width, height)
    context.clip()
  }
  context.fillStyle = canvasColour(Float64Array.from(parseColour(sampler.scene.background)))
  context.fillRect(0, 0, width, height)
  sampler.items.forEach((item, index) => {
    beneath?.(index)
    paintItem(context, item, pictures, scale)
  })
}
