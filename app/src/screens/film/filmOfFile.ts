import type { FrameRate } from '@arrow-bend/core/time'
import { readProjectFile } from '../../work/fileReader.ts'
import { frameCount, frameMoments, mayBeHeard } from '../../work/film/filmFrames.ts'
import { CannotFilm, MOST_SIDE, type FilmKind } from '../../work/film/filmSink.ts'
import { madeFilm } from '../../work/filmMaker.ts'

/** What a program asks for. */
export interface FilmOfFile {
  readonly kind: FilmKind
  readonly rate: FrameRate
  /** How many times as large as the scene. */
  readonly scale: number
  /** Frames from the first on; all when left out. */
  readonly frames?: number
}

/**
 * A film of the first scene of a project file.
 * @param progress told how many frames are done, and of how many
 * @throws Refusal with a sentence
 */
export async function filmOfFile(
  file: File,
  { kind, rate, scale, frames }: FilmOfFile,
  progress: (done: number, of: number) => void,
): Promise<Blob> {
  const { project, assets } = await readProjectFile(file)
  const scene = project.scenes[0]!
  const count = Math.min(frames ?? Infinity, frameCount(scene, rate))
  const [width, height] = scene.size.map((side) => Math.max(1, Math.round(side * scale))) as [number, number]
  if (Math.max(width, height) > MOST_SIDE)
    throw new CannotFilm(
      `A film is ${MOST_SIDE} px wide or high at most, and this would be ${width} × ${height}. Nothing was written.`,
    )
  return madeFilm(
    project,
    {
      kind,
      rate: rate.num / rate.den,
      count,
      width,
      height,
      quality: 'good',
      transparent: false,
      heard: (kind === 'webm' || kind === 'mp4') && mayBeHeard(project, scene),
      rounds: 0,
      scene,
      momentsAt: frameMoments(scene, rate),
    },
    {
      read: (asset) => Promise.resolve(assets.get(asset.sha256) ?? null),
      signal: new AbortController().signal,
      progress: (done) => progress(done, count),
    },
  )
}
