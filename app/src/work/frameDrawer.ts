import { transfer } from 'comlink'
import type { Project, Scene } from '@arrow-bend/core/scene'
import { decodedPictures } from '../pictures/index.ts'
import type { ReadAsset } from '../storage/index.ts'
import type { DrawWorker } from './drawWorker.ts'
import { TaskWorker } from './taskWorker.ts'

const LIMIT_MS = 60_000

const drawer = new TaskWorker<DrawWorker>(
  () => new Worker(new URL('./drawWorker.ts', import.meta.url), { type: 'module' }),
)

export interface PictureOfFrame {
  readonly scene: Scene
  /** Scene time, ticks. */
  readonly time: number
  /** px; the height follows */
  readonly width: number
  readonly type: 'image/png' | 'image/webp'
}

/**
 * A picture of a scene at a moment, drawn in a worker.
 * @throws Refusal when it takes too long
 */
export async function pictureOfFrame(
  project: Project,
  { scene, ...options }: PictureOfFrame,
  read: ReadAsset,
): Promise<Blob> {
  const { assets, bends, scenes } = project
  const pictures = await decodedPictures(project, read)
  const hasClips = assets.some(({ kind }) => kind === 'clip')
  const clips = hasClips
    ? await (await import('../pictures/filmOf.ts')).framesShown(project, { scene, time: options.time }, read)
    : []
  const bitmaps = [
    ...pictures.flatMap(([, { sizes }]) => sizes),
    ...clips.flatMap(({ frames }) => frames.map(({ picture }) => picture)),
  ]
  return drawer.run(
    (remote) =>
      remote.drawFrame(transfer({ ...options, scene, scenes, library: bends, pictures, clips }, bitmaps)),
    {
      limitMs: LIMIT_MS,
      tooLong: 'Drawing the picture takes too long, so it was given up. Nothing was changed.',
    },
  )
}

/** px */
const THUMBNAIL_WIDTH = 480

/** A small picture of a project's first scene, a third of the way in. */
export function drawThumbnail(project: Project, read: ReadAsset): Promise<Blob> {
  const scene = project.scenes[0]!
  const time = Math.round(scene.duration / 3)
  return pictureOfFrame(project, { scene, time, width: THUMBNAIL_WIDTH, type: 'image/webp' }, read)
}
