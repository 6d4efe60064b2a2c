import { fileOpen } from 'browser-fs-access'
import { defineStore } from 'pinia'
import { ref, shallowRef } from 'vue'
import { toast } from '../ui/toast.ts'
import type { ArtFit } from '@arrow-bend/core/edit'
import { sentenceOf } from '@arrow-bend/core/refusal'
import { useDocument } from '../session/document/document.ts'
import { useSelection } from '../session/selection/selection.ts'
import { assetShelf, type AssetBytes } from '../storage/index.ts'
import { cancellable } from '../ui/cancellable.ts'
import type { ReadArt } from '../work/fileReader.ts'

/** A file that has been read and waits to be placed. */
export interface Waiting extends ReadArt {
  readonly file: File
  readonly isSvg: boolean
}

const EXTENSIONS = ['.png', '.jpg', '.jpeg', '.webp', '.svg', '.ora', '.webm', '.mp4', '.mov']
const CLIP = /\.(webm|mp4|m4v|mov)$/i

/** Reads files one after another; those that cannot be read are told and left out. */
async function readAll(files: readonly File[], as: 'layers' | 'picture'): Promise<Waiting[]> {
  const read: Waiting[] = []
  const { readArtFile } = await import('../work/fileReader.ts')
  for (const [i, file] of files.entries()) {
    const which = files.length > 1 ? `, ${i + 1} of ${files.length}` : ''
    try {
      const isSvg = /\.svg$/i.test(file.name) || file.type === 'image/svg+xml'
      const art = await cancellable(`Reading ${file.name}${which}…`, (signal) =>
        readArtFile(file, as, signal),
      )
      // Called off: what is left of them is not wanted either.
      if (!art) break
      read.push({ file, isSvg, ...art })
    } catch (caught) {
      toast.error(sentenceOf(caught))
    }
  }
  return read
}

const bytesOf = ({ sha256 }: Waiting): AssetBytes[] =>
  [...sha256].map(([{ type, bytes }, hash]) => ({ sha256: hash, type, bytes }))

/** Brings clips in at once, as there is nothing to be asked. @returns the other files */
async function withoutClips(files: readonly File[]): Promise<File[]> {
  const clips = files.filter(({ name }) => CLIP.test(name))
  if (clips.length > 0) {
    const { importClips } = await import('./clipImport.ts')
    await importClips(clips, useDocument(), useSelection())
  }
  return files.filter((file) => !clips.includes(file))
}

/** Bringing pictures into the scene: read in a worker, asked about where there is a choice, placed in one step. */
export const useArtImport = defineStore('artImport', () => {
  const document = useDocument()
  const selection = useSelection()
  const waiting = shallowRef<readonly Waiting[]>([])
  const fit = ref<ArtFit>('fit')
  const svg = ref<'layers' | 'picture'>('layers')

  const take = async (dropped: readonly File[]): Promise<void> => {
    const files = await withoutClips(dropped)
    if (files.length === 0) return
    const project = document.project?.id
    const read = await readAll(files, 'layers')
    // Another project may have been opened meanwhile.
    if (document.project?.id !== project) return
    const [width, height] = document.scene!.size
    const asks = read.some(({ art: { size }, isSvg }) => isSvg || size[0] !== width || size[1] !== height)
    const small = read.every(({ art: { size } }) => size[0] <= width && size[1] <= height)
    fit.value = small ? 'asIs' : 'fit'
    waiting.value = read
    if (!asks && read.length > 0) await place()
  }

  const place = async (): Promise<void> => {
    const asked = waiting.value
    waiting.value = []
    if (document.readOnly) return document.refuseReadOnly()
    const vectors = asked.filter(({ isSvg }) => isSvg).map(({ file }) => file)
    const flat = svg.value === 'picture' && vectors.length > 0 ? await readAll(vectors, 'picture') : []
    const all = asked.map((one) => flat.find(({ file }) => file === one.file) ?? one)
    const bytes = all.flatMap(bytesOf)
    let added: readonly string[] = []
    const { placeArt } = await import('./seldomEdits.ts')
    try {
      if (bytes.length > 0) added = await assetShelf.keep(bytes)
    } catch (caught) {
      // Where the disk is full there is time to make room, and to try again.
      waiting.value = asked
      toast.error(sentenceOf(caught))
      return
    }
    // The last file comes to lie on top, as it was chosen last.
    const placed = document.apply(
      all.length > 1 ? 'Pictures added' : 'Picture added',
      (draft) =>
        all.map(({ art, sha256 }) =>
          placeArt(draft, document.sceneId, art, { fit: fit.value, sha256, makeId: document.makeId }),
        ),
      (ids) => selection.selectLayers(ids),
    )
    if (placed === null) await assetShelf.drop(added).catch(() => undefined)
    else for (const { art } of all) for (const note of art.notes) toast(`${art.name}: ${note}`)
  }

  return {
    /** Asks for files. */
    choose: async (): Promise<void> => {
      const wanted = { extensions: EXTENSIONS, description: 'Pictures and clips', multiple: true } as const
      await take(await fileOpen(wanted).catch(() => []))
    },
    /** Takes files that were dropped or pasted. */
    take,
    /** What waits for the person to say how it comes in; empty for nothing. */
    waiting,
    fit,
    svg,
    place,
    giveUp: (): void => void (waiting.value = []),
  }
})
