import { transfer } from 'comlink'
import { Refusal } from '@arrow-bend/core/refusal'
import { trimArt } from '@arrow-bend/core/format/art'
import type { ReadBendFile } from '@arrow-bend/core/format/project'
import type { TakenOver } from '@arrow-bend/core/format/takeOver'
import { picturesOf, type Art, type ArtPicture } from '@arrow-bend/core/scene'
import { sha256 } from '../storage/assets/sha256.ts'
import type { FileWorker, ReadArtAnswer, ReadProject, Refused, TakenAnswer } from './fileWorker.ts'
import { readingLimit } from './readingLimit.ts'
import { TaskWorker } from './taskWorker.ts'

/** Art ready to be placed. */
export interface ReadArt {
  readonly art: Art
  readonly sha256: ReadonlyMap<ArtPicture, string>
}

/** Bytes a file may have that is read whole. */
const MOST_BYTES = 256 * 1024 * 1024
/** How long reading a small file may take, ms. */
const LIMIT_MS = 60_000

const reader = new TaskWorker<FileWorker>(
  () => new Worker(new URL('./fileWorker.ts', import.meta.url), { type: 'module' }),
)

/**
 * Reads a file of art in a worker, so that a large one does not hold up the page.
 * @param signal calls it off
 * @throws Refusal with a sentence
 */
export async function readArtFile(
  file: File,
  svg: 'layers' | 'picture',
  signal?: AbortSignal,
): Promise<ReadArt> {
  const bytes = await bytesOf(file)
  const answer = await reader.run(
    (remote): Promise<ReadArtAnswer | Refused> =>
      remote.readArt(transfer(bytes, [bytes.buffer]), file.name, { svg }),
    optionsFor(file, signal),
  )
  const { art: whole, hashes } = accepted(answer)
  const pictures = picturesOf(whole.nodes)
  const known = new Map(pictures.map((picture, i) => [picture, hashes[i]!]))
  if (!pictures.some(({ type }) => type === 'image/svg+xml')) return { art: whole, sha256: known }
  // What drawings leave empty is seen only where they are drawn.
  const { trimDrawings } = await import('../pictures/trimDrawings.ts')
  const trimmed = await trimDrawings(pictures)
  const art = trimArt(whole, trimmed)
  const hashOf = async (picture: ArtPicture) =>
    [picture, known.get(picture) ?? (await sha256(picture.bytes))] as const
  return { art, sha256: new Map(await Promise.all(picturesOf(art.nodes).map(hashOf))) }
}

/** A file that moves, ready to become a scene. */
export interface ReadTaken {
  readonly taken: TakenOver
  readonly sha256: ReadonlyMap<ArtPicture, string>
}

/**
 * Reads a file that moves, likewise; null for one that does not.
 * @throws Refusal with a sentence
 */
export async function readMoving(file: File, signal?: AbortSignal): Promise<ReadTaken | null> {
  const bytes = await bytesOf(file)
  const answer = await reader.run(
    (remote): Promise<TakenAnswer | Refused | null> =>
      remote.takeOver(transfer(bytes, [bytes.buffer]), file.name),
    optionsFor(file, signal),
  )
  if (!answer) return null
  const { taken, hashes } = accepted(answer)
  return { taken, sha256: new Map([...taken.pictures.values()].map((picture, i) => [picture, hashes[i]!])) }
}

/** A project of a later version, all of which is understood: a copy of it can be read. */
export class NewerFile extends Refusal {}

/**
 * Reads a `.bend` file, a project.json, or another file that moves, likewise.
 * @throws Refusal with a sentence; NewerFile where reading it as understood would lose nothing
 */
export async function readProjectFile(
  file: File,
  signal?: AbortSignal,
  options: ReadBendFile = { newer: 'refuse' },
): Promise<ReadProject> {
  const answer = await reader.run(
    (remote): Promise<ReadProject | Refused> => remote.readProject(file, file.name, options),
    optionsFor(file, signal),
  )
  return accepted(answer)
}

async function bytesOf(file: File): Promise<Uint8Array<ArrayBuffer>> {
  // Before it is read: a huge file would fill the memory first.
  if (file.size > MOST_BYTES) throw new Refusal(`“${file.name}” is over 256 MB. Nothing was changed.`)
  return new Uint8Array(await file.arrayBuffer())
}

function optionsFor(file: File, signal?: AbortSignal) {
  return {
    limitMs: readingLimit(file, LIMIT_MS),
    tooLong: `“${file.name}” takes too long to read, or more memory than there is, so it was given up. Nothing was changed.`,
    ...(signal ? { signal } : {}),
  }
}

function accepted<T extends object>(answer: T | Refused): T {
  if ('refused' in answer) throw new (answer.canCopy ? NewerFile : Refusal)(answer.refused)
  return answer
}
