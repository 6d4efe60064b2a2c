import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { sentenceOf } from '@arrow-bend/core/refusal'
import type { Project } from '@arrow-bend/core/scene'
import { assetShelf } from '../../storage/index.ts'
import { toast } from '../../ui/toast.ts'
import type { FilmOrder } from '../../work/filmMaker.ts'
import { Cancelled } from '../../work/taskWorker.ts'

/** A film that is made while one goes on: one at a time, kept until it is saved or another is begun. */
export const useFilmJob = defineStore('film job', () => {
  const name = ref('')
  const count = ref(0)
  const done = ref(0)
  const began = ref(0)
  const now = ref(0)
  const file = shallowRef<Blob | null>(null)
  const trouble = ref('')
  const stop = shallowRef<AbortController | null>(null)

  const isMaking = computed(() => stop.value !== null)
  /** Seconds it will go on for; null while that cannot be told. */
  const left = computed(() => {
    if (!isMaking.value || done.value < 4) return null
    return ((now.value - began.value) / done.value) * (count.value - done.value) * 1e-3
  })
  /** Makes a film; what was made before is let go of. */
  const make = async (project: Project, order: FilmOrder, called: string): Promise<void> => {
    stop.value?.abort()
    const own = new AbortController()
    stop.value = own
    name.value = called
    file.value = null
    trouble.value = ''
    done.value = 0
    count.value = order.count
    began.value = now.value = performance.now()
    try {
      const { madeFilm } = await import('../../work/filmMaker.ts')
      const progress = (frames: number): void => {
        if (stop.value !== own) return
        done.value = frames
        now.value = performance.now()
      }
      const made = await madeFilm(project, order, { read: assetShelf.read, signal: own.signal, progress })
      if (stop.value !== own) return
      file.value = made
      toast.success(`“${called}” is ready to be saved.`, { id: 'film' })
    } catch (caught) {
      if (stop.value === own && !(caught instanceof Cancelled)) trouble.value = sentenceOf(caught)
    } finally {
      if (stop.value === own) stop.value = null
    }
  }
  const cancel = (): void => {
    stop.value?.abort()
    stop.value = null
  }
  return { name, count, done, left, file, trouble, isMaking, make, cancel }
})
