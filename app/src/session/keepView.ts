import { watchDebounced } from '@vueuse/core'
import { onBeforeUnmount, watch } from 'vue'
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

  const recall = async (id: string): Promise<void> => {
    const given = await projectStorage.preference(`view:${id}`).catch(() => undefined)
    if (document.project?.id !== id) return
    const read = keptSchema.safeParse(given ?? {})
    view.restore((read.success ? read.data : {}) as Partial<KeptView>)
    view.keptFor = id
  }
  watch(
    () => document.project?.id,
    (id) => {
      // Back from another screen, the view is as it was left.
      if (id && view.keptFor !== id) void recall(id)
    },
    { immediate: true },
  )
  const keep = (): void => {
    const id = document.project?.id
    if (!id || id !== view.keptFor) return
    // As plain data: what is kept may hold nothing the page watches.
    const plain: unknown = JSON.parse(JSON.stringify(view.kept))
    void projectStorage.keepPreference(`view:${id}`, plain).catch(() => undefined)
  }
  watchDebounced(() => view.kept, keep, { debounce: KEEP_AFTER_MS })
  onBeforeUnmount(keep)
}
