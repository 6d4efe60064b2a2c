import { transfer } from 'comlink'
import { Refusal } from '@arrow-bend/core/refusal'
import type { Project, Scene } from '@arrow-bend/core/scene'
import type { Sound } from '@arrow-bend/core/sound'
import { decodedPictures } from '../pictures/index.ts'
import { decodedSound } from '../sound/decodedSound.ts'
import type { ReadAsset } from '../storage/index.ts'
import { SOUND_RATE, type FilmFacts } from './film/filmSink.ts'
import type { FilmFrame, FilmToMake, FilmWorker } from './filmWorker.ts'
import { TaskWorker } from './taskWorker.ts'

/** Far beyond what any film takes; it can be called off at any time. */
const LIMIT_MS = 12 * 3600e3
/** Frames that are sent for at once: few enough to be told of, and to be called off between. */
const AT_ONCE = 4

const maker = new TaskWorker<FilmWorker>(
  () => new Worker(new URL('./filmWorker.ts', import.meta.url), { type: 'module' }),
)

export interface FilmOrder extends FilmFacts {
  readonly scene: Scene
  /** Of each frame the moments it is the mean of, ticks. */
  readonly momentsAt: (frame: number) => readonly number[]
}

/**
 * A film of a scene, drawn as the stage draws it and encoded in a worker.
 * @param progress told how many frames are done
 * @throws Refusal where the browser cannot write it so, Cancelled when called off
 */
export function madeFilm(
  project: Project,
  { momentsAt, ...film }: FilmOrder,
  {
    read,
    signal,
    progress,
  }: { readonly read: ReadAsset; readonly signal: AbortSignal; readonly progress: (done: number) => void },
): Promise<Blob> {
  const hasClips = project.assets.some(({ kind }) => kind === 'clip')
  return maker.run(
    async (remote) => {
      const pictures = await decodedPictures(project, read)
      const bitmaps = pictures.flatMap(([, { sizes }]) => sizes)
      const { scenes, bends: library } = project
      const sounds = film.heard ? await decodedSounds(project, read) : []
      const samples = sounds.flatMap(([, { channels }]) => channels.map(({ buffer }) => buffer))
      const refused = await remote.begin(
        transfer({ ...film, scenes, library, pictures, sounds }, [...bitmaps, ...samples]),
      )
      if (refused) throw new Refusal(refused.refused)
      for (let from = 0; from < film.count; from += AT_ONCE) {
        const to = Math.min(film.count, from + AT_ONCE)
        const frames: FilmFrame[] = []
        for (let frame = from; frame < to; frame += 1) {
          const times = momentsAt(frame)
          frames.push({ times, clips: hasClips ? await clipsAt(project, film.scene, times, read) : [] })
        }
        const shown = frames.flatMap(({ clips }) => clips.flatMap((clip) => clip.frames))
        await remote.add(
          transfer(
            frames,
            shown.map(({ picture }) => picture),
          ),
        )
        progress(to)
      }
      return remote.finish()
    },
    {
      signal,
      limitMs: LIMIT_MS,
      tooLong: 'Making this takes too long, so it was given up. Nothing was written.',
    },
  )
}

/** What can be heard of a project, at the rate films are written with; what cannot be decoded is silent. */
async function decodedSounds(project: Project, read: ReadAsset): Promise<FilmToMake['sounds']> {
  const context = new OfflineAudioContext(2, 1, SOUND_RATE)
  const heard = project.assets.filter(({ kind }) => kind !== 'picture')
  const decoded = await Promise.all(
    heard.map(async (asset) => {
      const buffer = await decodedSound(context, () => read(asset))
      return buffer ? [[asset.id, soundOf(buffer)] as const] : []
    }),
  )
  return decoded.flat()
}

const soundOf = (buffer: AudioBuffer): Sound => ({
  rate: buffer.sampleRate,
  channels: Array.from({ length: Math.min(2, buffer.numberOfChannels) }, (_, i) =>
    buffer.getChannelData(i).slice(),
  ),
})

async function clipsAt(
  project: Project,
  scene: Scene,
  times: readonly number[],
  read: ReadAsset,
): Promise<FilmFrame['clips']> {
  const { framesShown } = await import('../pictures/filmOf.ts')
  const shown = await Promise.all(times.map((time) => framesShown(project, { scene, time }, read)))
  const assets = [...new Set(shown.flat().map(({ asset }) => asset))]
  return assets.map((asset) => {
    const all = shown.flat().filter((one) => one.asset === asset)
    return { ...all[0]!, frames: all.flatMap(({ frames }) => frames) }
  })
}
