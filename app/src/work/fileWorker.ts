import '../withoutEval.ts'
import { expose } from 'comlink'
import { readArt, trimArt, trimPng } from '@arrow-bend/core/format/art'
import {
  BadFile,
  NewerProject,
  readBendFile,
  type ProjectFile,
  type ReadBendFile,
} from '@arrow-bend/core/format/project'
import {
  openMovingFile,
  readMovingFile,
  takenProject,
  type LeftOut,
  type TakenOver,
} from '@arrow-bend/core/format/takeOver'
import { sentenceOf } from '@arrow-bend/core/refusal'
import { picturesOf, type Art, type ArtPicture } from '@arrow-bend/core/scene'
import { nanoid } from 'nanoid'
import { sha256 } from '../storage/assets/sha256.ts'
import { hashOfBlob } from './hashOfBlob.ts'

/** Why there is no result, in a sentence: errors lose their kind on the way to the page. */
export interface Refused {
  readonly refused: string
  /** Whether it is a project of a later version whose copy would lose nothing. */
  readonly canCopy?: boolean
}
/** Art with the SHA-256 of its pictures in their order. */
export interface ReadArtAnswer {
  readonly art: Art
  readonly hashes: readonly string[]
}

/** A file that moves, with the SHA-256 of its pictures in their order. */
export interface TakenAnswer {
  readonly taken: TakenOver
  readonly hashes: readonly string[]
}
/** A project from a file, and what of that was not understood. */
export interface ReadProject extends ProjectFile {
  /** Null for a project of ours, of which all is understood. */
  readonly leftOut: readonly LeftOut[] | null
}

const makeId = (): string => nanoid(10)

const worker = {
  /**
   * Reads a file of art and lets the browser open each picture once: what it cannot draw is refused here. Empty margins
   * of pictures are cut off; those of drawings only the page can see.
   */
  readArt: (
    bytes: Uint8Array<ArrayBuffer>,
    file: string,
    options: { readonly svg: 'layers' | 'picture' },
  ): Promise<ReadArtAnswer | Refused> =>
    answered(async () => {
      const whole = readArt(bytes, file, options)
      for (const picture of picturesOf(whole.nodes)) await tryOut(picture)
      const trimmed = picturesOf(whole.nodes).flatMap((picture) => {
        const left = trimPng(picture)
        return left ? [[picture, left] as const] : []
      })
      const art = trimArt(whole, new Map(trimmed))
      const pictures = picturesOf(art.nodes)
      return { art, hashes: await Promise.all(pictures.map(({ bytes: own }) => sha256(own))) }
    }),

  /** Reads a file that moves, by what it holds; null for any other. */
  takeOver: (bytes: Uint8Array<ArrayBuffer>, file: string): Promise<TakenAnswer | Refused | null> =>
    answered(async () => {
      const taken = readMovingFile(bytes, file, makeId)
      if (!taken) return null
      const pictures = [...taken.pictures.values()]
      for (const picture of pictures) await tryOut(picture)
      return { taken, hashes: await Promise.all(pictures.map(({ bytes: own }) => sha256(own))) }
    }),

  /** Reads a project, or another file that moves as one, whole or not at all. */
  readProject: (file: Blob, name: string, options: ReadBendFile): Promise<ReadProject | Refused> =>
    answered(async () => {
      const taken = await openMovingFile(file, name, makeId)
      if (taken) for (const picture of taken.pictures.values()) await tryOut(picture)
      const read = taken
        ? await takenProject(taken, { makeId, sha256: hashOfBlob })
        : await readBendFile(file, hashOfBlob, options)
      return { ...read, leftOut: taken?.leftOut ?? null }
    }),
}
export type FileWorker = typeof worker

async function answered<T>(work: () => Promise<T>): Promise<T | Refused> {
  try {
    return await work()
  } catch (caught) {
    const canCopy = caught instanceof NewerProject && caught.asUnderstood !== null
    return { refused: sentenceOf(caught), canCopy }
  }
}

/** Throws BadFile for a picture the browser cannot open, or that is another size than it says. */
async function tryOut({ name, type, bytes, size }: ArtPicture): Promise<void> {
  // A worker draws no SVG; those were written here and are well formed.
  if (type === 'image/svg+xml') return
  const bitmap = await createImageBitmap(new Blob([bytes], { type })).catch(() => null)
  const fits = bitmap?.width === size[0] && bitmap.height === size[1]
  bitmap?.close()
  if (!fits) throw new BadFile(`“${name}” is damaged: it cannot be shown. Nothing was changed.`)
}

expose(worker)
