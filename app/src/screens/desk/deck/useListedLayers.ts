import { computed, shallowRef, watch, type ComputedRef } from 'vue'
import { useDocument } from '../../../session/document/document.ts'
import { useSelection } from '../../../session/selection/selection.ts'
import { useView } from '../../../session/view/view.ts'

/** Which layers the list keeps beside those its filter asks for. */
export interface ListedLayers {
  /** Selected ones, and those that came since the scene was shown. */
  readonly keep: ComputedRef<ReadonlySet<string>>
  /** What the list of what is selected has. It does not shrink as fewer of its own are selected, so that no row goes away under the hand. */
  readonly chosen: ComputedRef<ReadonlySet<string>>
}

export function useListedLayers(): ListedLayers {
  const document = useDocument()
  const selection = useSelection()
  const view = useView()
  const atFirst = shallowRef<ReadonlySet<string>>(new Set())
  const listed = shallowRef<ReadonlySet<string>>(new Set())

  watch(
    () => document.place,
    () => (atFirst.value = new Set(document.scene?.layers.map(({ id }) => id))),
    { immediate: true },
  )
  watch(
    [() => selection.layers, () => view.filter, () => document.place],
    ([layers, filter, place], [, before, placeBefore]) => {
      const isSame = filter === before && place === placeBefore
      if (isSame && layers.length > 0 && layers.every((id) => listed.value.has(id))) return
      listed.value = new Set(layers)
    },
    { immediate: true, flush: 'sync' },
  )
  // A list of its own by what is in it, so that edits of layers do not list anew.
  const fresh = computed(() => {
    const ids = document.scene?.layers.map(({ id }) => id) ?? []
    return ids.filter((id) => !atFirst.value.has(id)).join(' ')
  })
  return {
    keep: computed(() => new Set([...selection.layers, ...fresh.value.split(' ')])),
    chosen: computed(() => listed.value),
  }
}
