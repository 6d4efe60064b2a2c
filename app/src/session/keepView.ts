import { watchDebounced } from '@vueuse/core'
import { watch } from 'vue'
import { z } from 'zod'
import { projectStorage } from '../storage/index.ts'
import { useDocument } from './document.ts'
import { useView, type KeptView } from './view.ts'

/** Quiet time before the view is kept, ms. */
const KEEP_AFTER_MS = 500

const texts = z.array(z.string())
const range = z.object({ low: z.number(), high: z.number() })
const keptSchema = z
  .object({
    zoom: z.number().positive(),
    origin: z.number(),
    filter: z.enum(['animated', 'all', 'selected']),
    folded: texts,
    full: texts,
    open: z.array(
      z.tuple([
        z.string(),
        z.object({
          height: z.number().min(72).max(400),
          graph: z.enum(['value', 'speed', 'both']),
          along: z.boolean(),
          drawing: z.boolean(),
          ranges: z.record(z.string(), range),
        }),
      ]),
    ),
    order: z.array(z.tuple([z.string(), texts])),
  })
  .partial()

/** Keeps with each project how its lanes were last looked at. Reading and keeping it may fail without harm. */
export function useKeptView(): void {
  const document = useDocument()
  const view = useView()
  let restored: string | null = null

  const recall = async (id: string): Promise<void> => {
    const given = await projectStorage.preference(`view:${id}`).catch(() => undefined)
    if (document.project?.id !== id) return
    const read = keptSchema.safeParse(given ?? {})
    view.restore((read.success ? read.data : {}) as Partial<KeptView>)
    restored = id
  }
  watch(
    () => document.project?.id,
    (id) => {
      restored = null
      if (id) void recall(id)
    },
    { immediate: true },
  )
  watchDebounced(
    () => view.kept,
    (now) => {
      const id = document.project?.id
      // As plain data: what is kept may hold nothing the page watches.
      if (id && id === restored)
        void projectStorage
          .keepPreference(`view:${id}`, JSON.parse(JSON.stringify(now)))
          .catch(() => undefined)
    },
    { debounce: KEEP_AFTER_MS },
  )
}
