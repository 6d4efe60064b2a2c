import { defineStore } from 'pinia'
import { ref, shallowRef } from 'vue'
import type { ArtFit } from '@arrow-bend/core/edit'
import { useDocument } from '../session/document/document.ts'
import { useSelection } from '../session/selection/selection.ts'
import type { Waiting } from './artFiles.ts'

/** Bringing pictures into the scene: read in a worker, asked about where there is a choice, placed in one step. */
export const useArtImport = defineStore('artImport', () => {
  const desk = { document: useDocument(), selection: useSelection() }
  const waiting = shallowRef<readonly Waiting[]>([])
  const fit = ref<ArtFit>('fit')
  const svg = ref<'layers' | 'picture'>('layers')

  const take = async (files: readonly File[]): Promise<void> => {
    const { readFiles } = await import('./artFiles.ts')
    const read = await readFiles(files, desk)
    if (read.length === 0) return
    const [width, height] = desk.document.scene!.size
    const asks = read.some(({ art: { size }, isSvg }) => isSvg || size[0] !== width || size[1] !== height)
    const small = read.every(({ art: { size } }) => size[0] <= width && size[1] <= height)
    fit.value = small ? 'asIs' : 'fit'
    waiting.value = read
    if (!asks) await place()
  }

  const place = async (): Promise<void> => {
    const asked = waiting.value
    waiting.value = []
    if (desk.document.readOnly) return desk.document.refuseReadOnly()
    const { placeFiles } = await import('./artFiles.ts')
    const left = await placeFiles(asked, { fit: fit.value, svg: svg.value }, desk)
    if (left.length > 0) waiting.value = left
  }

  return {
    /** Asks for files. */
    choose: async (): Promise<void> => {
      const { chooseFiles } = await import('./artFiles.ts')
      await take(await chooseFiles())
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
