import { fileOpen } from 'browser-fs-access'
import { computed, ref, shallowRef, type ComputedRef, type Ref } from 'vue'
import { toast } from '../../../ui/toast.ts'
import { placeArt, type ArtFit } from '@arrow-bend/core/edit'
import { sentenceOf } from '@arrow-bend/core/refusal'
import { useDocument } from '../../../session/document/document.ts'
import { useSelection } from '../../../session/selection/selection.ts'
import { assetShelf, type AssetBytes } from '../../../storage/index.ts'
import { cancellable } from '../../../ui/cancellable.ts'
import { readArtFile, type ReadArt } from '../../../work/fileReader.ts'

/** A file that has been read and waits to be placed. */
export interface Waiting extends ReadArt {
  readonly file: File
  readonly isSvg: boolean
}

export interface ArtImport {
  /** Asks for files. */
  readonly choose: () => Promise<void>
  /** Takes files that were dropped or pasted. */
  readonly take: (files: readonly File[]) => Promise<void>
  /** What waits for the person to say how it comes in; empty for nothing. */
  readonly waiting: ComputedRef<readonly Waiting[]>
  readonly fit: Ref<ArtFit>
  readonly svg: Ref<'layers' | 'picture'>
  readonly place: () => Promise<void>
  readonly giveUp: () => void
}

const EXTENSIONS = ['.png', '.jpg', '.jpeg', '.webp', '.svg', '.ora']

/** Bringing pictures into the scene: read in a worker, asked about where there is a choice, placed in one step. */
export function useArtImport(): ArtImport {
  const document = useDocument()
  const selection = useSelection()
  const waiting = shallowRef<readonly Waiting[]>([])
  const fit = ref<ArtFit>('fit')
  const svg = ref<'layers' | 'picture'>('layers')

  const readAll = async (files: readonly File[], as: 'layers' | 'picture'): Promise<Waiting[]> => {
    const read: Waiting[] = []
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

  const take = async (files: readonly File[]): Promise<void> => {
    if (files.length === 0) return
    const read = await readAll(files, 'layers')
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
    const bytes = all.flatMap(({ sha256 }) =>
      [...sha256].map(([{ type, bytes: own }, hash]): AssetBytes => ({ sha256: hash, type, bytes: own })),
    )
    let added: readonly string[] = []
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
    if (placed === null) {
      await assetShelf.drop(added).catch(() => undefined)
      return
    }
    for (const { art } of all) for (const note of art.notes) toast(`${art.name}: ${note}`)
  }

  const choose = async (): Promise<void> => {
    const files = await fileOpen({ extensions: EXTENSIONS, description: 'Pictures', multiple: true }).catch(
      () => [],
    )
    await take(files)
  }
  return {
    choose,
    take,
    waiting: computed(() => waiting.value),
    fit,
    svg,
    place,
    giveUp: () => (waiting.value = []),
  }
}
