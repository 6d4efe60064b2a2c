import type { Remote } from 'comlink'
import { Refusal } from '@arrow-bend/core/refusal'
import type { ClipFacts, ClipFrame, ClipWorker, SoundFacts, StripPicture } from './clipWorker.ts'
import type { Refused } from './fileWorker.ts'
import { readingLimit } from './readingLimit.ts'
import { TaskWorker } from './taskWorker.ts'

/** Bytes a clip may have, which is read as it is wanted, and a sound, which is decoded whole. */
const MOST = {
  clip: { bytes: 2 * 1024 * 1024 * 1024, words: '2 GB' },
  sound: { bytes: 256 * 1024 * 1024, words: '256 MB' },
} as const
/** How long looking into a small one may take, ms. */
const LIMIT_MS = 120_000
const FRAMES_LIMIT_MS = 20_000

const clipWorker = (): TaskWorker<ClipWorker> =>
  new TaskWorker(() => new Worker(new URL('./clipWorker.ts', import.meta.url), { type: 'module' }))
/** Looking into a file may be called off, which must not end the reading of others. */
const looker = clipWorker()
const reader = clipWorker()
/** Small pictures for the deck keep neither waiting. */
const stripper = clipWorker()

/**
 * Looks into a clip in a worker.
 * @throws Refusal with a sentence
 */
export const readClip = (file: File, signal?: AbortSignal): Promise<ClipFacts> =>
  lookInto('clip', file, {
    look: (remote) => remote.describe(file, file.name),
    ...(signal ? { signal } : {}),
  })

/**
 * Looks into a sound in a worker.
 * @throws Refusal with a sentence
 */
export const readSound = (file: File, signal?: AbortSignal): Promise<SoundFacts> =>
  lookInto('sound', file, {
    look: (remote) => remote.describeSound(file, file.name),
    ...(signal ? { signal } : {}),
  })

interface LookInto<Facts> {
  readonly look: (remote: Remote<ClipWorker>) => Promise<Facts | Refused>
  readonly signal?: AbortSignal
}

async function lookInto<Facts extends object>(
  kind: keyof typeof MOST,
  file: File,
  { look, signal }: LookInto<Facts>,
): Promise<Facts> {
  if (file.size === 0) throw new Refusal(`“${file.name}” is empty. Nothing was changed.`)
  if (file.size > MOST[kind].bytes)
    throw new Refusal(
      `“${file.name}” is over ${MOST[kind].words}, more than a ${kind} can be. Nothing was changed.`,
    )
  const facts = await looker.run(look, {
    limitMs: readingLimit(file, LIMIT_MS),
    tooLong: `“${file.name}” takes too long to read, so it was given up. Nothing was changed.`,
    ...(signal ? { signal } : {}),
  })
  if ('refused' in facts) throw new Refusal(facts.refused)
  return facts
}

/** Frames of a clip from the one shown at a moment, s, on. @throws Refusal when that takes too long */
export function readFrames(id: string, blob: Blob, from: number, count: number): Promise<ClipFrame[]> {
  return reader.run((remote) => remote.frames(id, blob, from, count), {
    limitMs: FRAMES_LIMIT_MS,
    tooLong: 'Decoding a clip takes too long, so it was given up. Nothing was changed.',
  })
}

/** Small pictures of a clip, evenly spread over it. @param height px @throws Refusal when that takes too long */
export function readStrip(blob: Blob, count: number, height: number): Promise<StripPicture[]> {
  return stripper.run((remote) => remote.strip(blob, 'clip', count, height), {
    limitMs: LIMIT_MS,
    tooLong: 'Decoding a clip takes too long, so it was given up. Nothing was changed.',
  })
}
