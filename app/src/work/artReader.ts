import { wrap, type Remote } from 'comlink'
import { MOST_BYTES } from '@arrow-bend/core/format/art'
import { BadFile } from '@arrow-bend/core/format/project'
import { picturesOf, type Art, type ArtPicture } from '@arrow-bend/core/scene'
import type { ArtWorker } from './artWorker.ts'

/** Art ready to be placed. */
export interface ReadArt {
  readonly art: Art
  readonly sha256: ReadonlyMap<ArtPicture, string>
}

let reader: Remote<ArtWorker> | null = null

/**
 * Reads a file of art in a worker, so that a large one does not hold up the page.
 * @throws BadFile with a sentence
 */
export async function readArtFile(file: File, svg: 'layers' | 'picture'): Promise<ReadArt> {
  // Before it is read: a huge file would fill the memory first.
  if (file.size > MOST_BYTES) throw new BadFile(`“${file.name}” is over 256 MB. Nothing was changed.`)
  reader ??= wrap<ArtWorker>(new Worker(new URL('./artWorker.ts', import.meta.url), { type: 'module' }))
  const bytes = new Uint8Array(await file.arrayBuffer())
  const answer = await reader.read(bytes, file.name, { svg })
  if ('refused' in answer) throw new BadFile(answer.refused)
  const pictures = picturesOf(answer.art.nodes)
  return { art: answer.art, sha256: new Map(pictures.map((picture, i) => [picture, answer.hashes[i]!])) }
}
