import { watchDebounced } from '@vueuse/core'
import { onBeforeUnmount, watch } from 'vue'
import * as z from 'zod/mini'
import { projectStorage } from '../../storage/index.ts'
import { useDocument } from '../document/document.ts'
import { useView, type KeptView } from './view.ts'

/** Quiet time before the view is kept, ms. */
const KEEP_AFTER_MS = 500

const texts = z.array(z.string())
const range = z.object({ low: z.number(), high: z.number() })
const keptSchema = z.partial(
  z.object({
    zoom: z.number().check(z.positive()),
    origin: z.number(),
    filter: z.enum(['animated', 'all', 'selected']),
    folded: texts,
    full: texts,
    sets: texts,
    open: z.array(
      z.tuple([
        z.string(),
        z.object({
          height: z.number().check(z.minimum(72), z.maximum(4000)),
          graph: z.enum(['value', 'speed', 'both']),
          along: z.boolean(),
          drawing: z.boolean(),
          ranges: z.record(z.string(), range),
        }),
      ]),
    ),
    order: z.array(z.tuple([z.string(), texts])),
  }),
)

/** Keeps with each scene how its lanes were last looked at. Reading and keeping it may fail without harm. */
export function usePersistedView(): void {
  const document = useDocument()
  const view = useView()

  const recall = async (place: string): Promise<void> => {
    const given = await projectStorage.preference(`view:${place}`).catch(() => undefined)
    if (document.place !== place) return
    const read = keptSchema.safeParse(given ?? {})
    view.restore((read.success ? read.data : {}) as Partial<KeptView>)
    view.keptFor = place
  }
  const keep = (): void => {
    // The scene the view is of, which may just have been left.
    const place = view.keptFor
    if (!place) return
    // As plain data: what is kept may hold nothing the page watches.
    const plain: unknown = JSON.parse(JSON.stringify(view.kept))
    void projectStorage.keepPreference(`view:${place}`, plain).catch(() => undefined)
  }
  watch(
    () => document.place,
    (place) => {
      // Back from another screen, the view is as it was left.
      if (!place || view.keptFor === place) return
      keep()
      void recall(place)
    },
    { immediate: true },
  )
  watchDebounced(() => view.kept, keep, { debounce: KEEP_AFTER_MS })
  onBeforeUnmount(keep)
}
