import type { ProjectFile } from '@arrow-bend/core/format/project'
import { compileScene, sampleSceneInto } from '@arrow-bend/core/scene'
import { paintScene } from './paintScene.ts'
import { PictureBook } from './pictureBook.ts'

export interface FramePictureOptions {
  /** ticks */
  readonly time: number
  /** px; the height follows */
  readonly width: number
  readonly type: 'image/png' | 'image/webp'
}

/** A picture of a project's first scene at a moment, drawn as the stage draws it and cut off at the frame. */
export async function drawFrame(
  { project, assets }: ProjectFile,
  { time, width, type }: FramePictureOptions,
): Promise<Blob> {
  const scene = project.scenes[0]!
  const pictures = new PictureBook(() => undefined)
  await pictures.load(project.assets, assets)
  await document.fonts.ready
  const scale = width / scene.size[0]
  const canvas = document.createElement('canvas')
  canvas.width = width
  canvas.height = Math.max(1, Math.round(scene.size[1] * scale))
  const context = canvas.getContext('2d')!
  context.scale(scale, scale)
  const sampler = compileScene(scene, project.bends)
  sampleSceneInto(sampler, time)
  paintScene(context, sampler, { pictures, scale, clip: true })
  return new Promise((resolve, reject) => {
    canvas.toBlob(
      (blob) => (blob ? resolve(blob) : reject(new Error('the browser made no picture'))),
      type,
      0.85,
    )
  })
}

/** px */
const THUMBNAIL_WIDTH = 480

/** A small picture of a project's first scene, a third of the way in. */
export function drawThumbnail(file: ProjectFile): Promise<Blob> {
  const time = Math.round(file.project.scenes[0]!.duration / 3)
  return drawFrame(file, { time, width: THUMBNAIL_WIDTH, type: 'image/webp' })
}
