import type { BendLibrary } from '@arrow-bend/core/bend'
import { compileScene, sampleSceneInto, type Scene } from '@arrow-bend/core/scene'
import { paintScene } from './paintScene.ts'
import type { PictureBook } from './pictureBook.ts'

export interface FrameToDraw {
  readonly scene: Scene
  /** The project's, for layers that show one of them. */
  readonly scenes: readonly Scene[]
  /** The project's named bends. */
  readonly library: BendLibrary
  /** Scene time, ticks. */
  readonly time: number
  /** px; the height follows */
  readonly width: number
}

/** Draws a scene at a moment as the stage draws it, cut off at the frame, on a canvas of its own. */
export function drawFrame(
  { scene, scenes, library, time, width }: FrameToDraw,
  pictures: PictureBook,
): OffscreenCanvas {
  const scale = width / scene.size[0]
  const canvas = new OffscreenCanvas(width, Math.max(1, Math.round(scene.size[1] * scale)))
  const context = canvas.getContext('2d')!
  context.scale(scale, scale)
  const sampler = compileScene(scene, library, { scenes })
  sampleSceneInto(sampler, time)
  paintScene(context, sampler, { pictures, scale, clip: true })
  return canvas
}
