import { sampleSceneInto, type SceneSampler } from '@arrow-bend/core/scene'
import type { Context2d } from './context2d.ts'
import { paintItems } from './paintItems.ts'
import type { PictureBook } from './pictureBook.ts'

/** Ghosts of some layers at moments before and after the playhead. */
export interface OnionSkin {
  readonly layers: ReadonlySet<string>
  readonly ghosts: readonly OnionGhost[]
}

export interface OnionGhost {
  /** ticks */
  readonly time: number
  readonly side: 'before' | 'after'
  /** 0 … 1 */
  readonly opacity: number
}

/** What was is tinted warm, what comes cool; both are told apart by their order along the route as well. */
const TINTS: Readonly<Record<OnionGhost['side'], string>> = { before: '#b8530c', after: '#1c5fb0' }
/** How much of a ghost is its tint. */
const TINTED = 0.62

/**
 * Paints ghosts over what is there: each is drawn by itself, tinted, and laid on with its opacity.
 * @param context in the coordinates of the device; the stage's transform is given
 * @param sampler a sampler of its own: it is sampled at the ghosts' moments
 */
export function paintOnion(
  context: Context2d,
  { layers, ghosts }: OnionSkin,
  sampler: SceneSampler,
  { pictures, scale, transform }: { pictures: PictureBook; scale: number; transform: DOMMatrix },
): void {
  const { width, height } = context.canvas
  const sheet = new OffscreenCanvas(width, height)
  const ghost = sheet.getContext('2d')!
  for (const { time, side, opacity } of ghosts) {
    ghost.resetTransform()
    ghost.globalCompositeOperation = 'source-over'
    ghost.clearRect(0, 0, width, height)
    ghost.setTransform(transform)
    paintItems(
      ghost,
      sampleSceneInto(sampler, time).filter(({ use }) => layers.has(use.id)),
      { pictures, scale },
    )
    ghost.resetTransform()
    ghost.globalCompositeOperation = 'source-atop'
    ghost.globalAlpha = TINTED
    ghost.fillStyle = TINTS[side]
    ghost.fillRect(0, 0, width, height)
    ghost.globalAlpha = 1
    context.save()
    context.resetTransform()
    context.globalAlpha = opacity
    context.drawImage(sheet, 0, 0)
    context.restore()
  }
}
