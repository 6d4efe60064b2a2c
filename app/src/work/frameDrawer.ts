import { transfer } from 'comlink'
import type { Asset, Project, Scene } from '@arrow-bend/core/scene'
import { picturesFor } from '../pictures/index.ts'
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
  { scene, type, ...options }: PictureOfFrame,
  read: ReadAsset,
): Promise<Blob> {
  const { assets, bends: library, scenes } = project
  const frame = { ...options, scene, scenes, library }
  const has = (wanted: Asset['kind']): boolean => assets.some(({ kind }) => kind === wanted)
  const clips = has('clip')
    ? await (await import('../pictures/filmOf.ts')).framesShown(project, { scene, time: options.time }, read)
    : []
  const shown = clips.flatMap(({ frames }) => frames.map(({ picture }) => picture))
  return drawer.run(
    async (remote) => {
      const sizes = new Map(assets.flatMap((one) => (one.kind === 'sound' ? [] : [[one.id, one.size]])))
      const asked = has('picture') ? await remote.picturesOf(frame, sizes) : []
      const pictures = await picturesFor(assets, asked, read)
      return remote.drawFrame(transfer({ ...frame, type, pictures, clips }, shown))
    },
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
