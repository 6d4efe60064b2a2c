import type { ProjectFile } from '@arrow-bend/core/format/project'
import { compileScene } from '@arrow-bend/core/scene'
import { PictureBook } from './pictureBook.ts'
import { paintScene } from './paintScene.ts'

/** px */
const WIDTH = 480

/** A small picture of a project's first scene, a third of the way in. */
export async function drawThumbnail({ project, assets }: ProjectFile): Promise<Blob> {
  const scene = project.scenes[0]!
  const pictures = new PictureBook(() => undefined)
  await pictures.load(project.assets, assets)
  await document.fonts.ready
  const canvas = document.createElement('canvas')
  canvas.width = WIDTH
  canvas.height = Math.max(1, Math.round((WIDTH * scene.size[1]) / scene.size[0]))
  const context = canvas.getContext('2d')!
  const scale = WIDTH / scene.size[0]
  context.scale(scale, scale)
  paintScene(context, compileScene(scene, project.bends), Math.round(scene.duration / 3), {
    pictures,
    scale,
    clip: true,
  })
  return new Promise((resolve, reject) => {
    canvas.toBlob(
      (blob) => (blob ? resolve(blob) : reject(new Error('the browser made no picture'))),
      'image/webp',
      0.85,
    )
  })
}
