import { computed, onScopeDispose, ref, shallowRef, watch } from 'vue'
import type { Measured } from '@arrow-bend/core/format/handOver'
import { sentenceOf } from '@arrow-bend/core/refusal'
import { useDocument } from '../../session/document/document.ts'
import { Cancelled } from '../../work/taskWorker.ts'
import { writeWish, type FormWish } from './useForm.ts'

/** Plays what would be saved and tells how far from the stage it is. What is found goes with what it was found of. */
export function useMeasure(wish: () => FormWish) {
  const document = useDocument()
  const measured = shallowRef<Measured | null>(null)
  const trouble = ref('')
  const stop = shallowRef<AbortController | null>(null)
  /** Frames that have been looked at, and how many there are. */
  const progress = ref<readonly [done: number, of: number]>([0, 0])

  const cancel = (): void => {
    stop.value?.abort()
    stop.value = null
  }
  const measure = async (): Promise<void> => {
    cancel()
    const own = (stop.value = new AbortController())
    measured.value = null
    trouble.value = ''
    progress.value = [0, 0]
    const [project, wanted] = [document.project!, wish()]
    try {
      const [{ measureFile }, { text, shaped }] = await Promise.all([
        import('../../measure/index.ts'),
        // Data and modules are played by the page of the same.
        writeWish(project, { ...wanted, wrapped: 'page' }, own.signal),
      ])
      const { form, scene } = wanted
      const found = await measureFile(
        { project, scene, form, text, shaped },
        {
          signal: own.signal,
          progress: (done, of) => {
            if (stop.value === own) progress.value = [done, of]
          },
        },
      )
      if (!own.signal.aborted) measured.value = found
    } catch (caught) {
      if (!own.signal.aborted && !(caught instanceof Cancelled)) trouble.value = sentenceOf(caught)
    } finally {
      if (stop.value === own) stop.value = null
    }
  }
  watch(
    () => [document.project, wish()],
    () => {
      cancel()
      measured.value = null
      trouble.value = ''
    },
  )
  onScopeDispose(cancel)
  const isMeasuring = computed(() => stop.value !== null)
  return { measured, trouble, progress, isMeasuring, measure, cancel }
}
