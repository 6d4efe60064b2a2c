import '../withoutEval.ts'
import { expose } from 'comlink'
import type { BendLibrary } from '@arrow-bend/core/bend'
import { sentenceOf } from '@arrow-bend/core/refusal'
import {
  compileScene,
  sampleSceneInto,
  soundingIn,
  type Scene,
  type SceneSampler,
} from '@arrow-bend/core/scene'
import { mixSounds, type HeardSound, type Sound } from '@arrow-bend/core/sound'
import { TICKS_PER_SECOND } from '@arrow-bend/core/time'
import { loadTextFont, paintScene, PictureBook, type DecodedPicture } from '../draw/index.ts'
import type { StillFrames } from '../pictures/filmOf.ts'
import { stillFilm } from '../pictures/stillFilm.ts'
import type { Refused } from './fileWorker.ts'
import { CannotFilm, SOUND_RATE, type FilmFacts, type FilmSink } from './film/filmSink.ts'
import { framesSink } from './film/framesSink.ts'
import { gifSink } from './film/gifSink.ts'
import { meanOfFrames } from './film/meanOfFrames.ts'
import { sheetSink } from './film/sheetSink.ts'
import { videoSink } from './film/videoSink.ts'

/** A film and all it is drawn of. */
export interface FilmToMake extends FilmFacts {
  readonly scene: Scene
  readonly scenes: readonly Scene[]
  readonly library: BendLibrary
  readonly pictures: readonly (readonly [assetId: string, picture: DecodedPicture])[]
  /** What is heard, of assets; none for a film without sound. */
  readonly sounds: readonly (readonly [assetId: string, sound: Sound])[]
}

/** One frame: the moments it is the mean of, ticks, and what clips show then. */
export interface FilmFrame {
  readonly times: readonly number[]
  readonly clips: readonly StillFrames[]
}

interface Making {
  readonly film: FilmToMake
  readonly sampler: SceneSampler
  readonly sink: FilmSink
  made: number
  readonly sounds: ReadonlyMap<string, Sound>
  /** Up to where its sound is written, s. */
  heard: number
}

const font = loadTextFont((self as unknown as { fonts: FontFaceSet }).fonts).catch(() => undefined)
let making: Making | null = null

function sinkOf(film: FilmFacts): FilmSink | Promise<FilmSink> {
  if (film.kind === 'webm' || film.kind === 'mp4') return videoSink({ ...film, kind: film.kind })
  return { gif: gifSink, frames: framesSink, sheet: sheetSink }[film.kind](film)
}

function drawn({ film, sampler }: Making, time: number, clips: readonly StillFrames[]): OffscreenCanvas {
  const { width, height, scene, pictures, transparent } = film
  const canvas = new OffscreenCanvas(width, height)
  const context = canvas.getContext('2d', { willReadFrequently: film.kind === 'gif' })!
  const scale = width / scene.size[0]
  context.scale(scale, height / scene.size[1])
  sampleSceneInto(sampler, time)
  const book = new PictureBook(pictures, clips.map(stillFilm))
  paintScene(context, sampler, { pictures: book, scale, clip: true, transparent })
  return canvas
}

/** Sounds that go by at another pace than they were recorded at are only heard where that is asked for. */
const NEAR_PACE = 0.005

/** Writes what is heard up to a moment, s. */
async function hear(now: Making, until: number): Promise<void> {
  const { film, sampler, sink, sounds, heard: from } = now
  if (!sink.hear) return
  const heardAt = (seconds: number): readonly HeardSound[] => {
    sampleSceneInto(sampler, Math.min(seconds * TICKS_PER_SECOND, film.scene.duration - 1))
    return soundingIn(sampler).filter(({ pace, atAnySpeed }) => atAnySpeed || Math.abs(pace - 1) < NEAR_PACE)
  }
  const mixed = mixSounds({ sounds, heardAt, from, to: until, rate: SOUND_RATE })
  now.heard = until
  await sink.hear(mixed, from)
}

const worker = {
  begin: async (film: FilmToMake): Promise<Refused | null> => {
    await font
    try {
      const sampler = compileScene(film.scene, film.library, { scenes: film.scenes })
      making = { film, sampler, sink: await sinkOf(film), sounds: new Map(film.sounds), made: 0, heard: 0 }
      return null
    } catch (caught) {
      if (caught instanceof CannotFilm) return { refused: sentenceOf(caught) }
      throw caught
    }
  },
  /** Draws the next frames and gives them to the file. */
  add: async (frames: readonly FilmFrame[]): Promise<void> => {
    const now = making!
    for (const { times, clips } of frames) {
      const canvas = meanOfFrames(times.length, (i) => drawn(now, times[i]!, clips))
      await now.sink.add(canvas, now.made)
      now.made += 1
      for (const { frames: shown } of clips) for (const { picture } of shown) picture.close()
    }
    await hear(now, now.made / now.film.rate)
  },
  finish: async (): Promise<Blob> => {
    const file = await making!.sink.finish()
    for (const [, { sizes }] of making!.film.pictures) for (const bitmap of sizes) bitmap.close()
    making = null
    return file
  },
}
export type FilmWorker = typeof worker

expose(worker)
