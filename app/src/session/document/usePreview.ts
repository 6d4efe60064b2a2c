import { computed, onScopeDispose, shallowRef, watch, type ComputedRef, type ShallowRef } from 'vue'
import { useDocument, type Gesture, type Recipe } from './document.ts'

export interface Preview<T> {
  /** Whether what the panel would do is being shown. */
  readonly active: ComputedRef<boolean>
  /** What the edit says it did; null while nothing is shown. */
  readonly report: ShallowRef<T | null>
  /** Why it cannot be done; empty when it can. */
  readonly trouble: ShallowRef<string>
  readonly show: () => void
  /** Makes it so; shows it first where it was not shown. */
  readonly take: () => void
  readonly drop: () => void
}

/**
 * A preview of an edit: seen on stage and in lanes, not yet done. As long as it is shown it follows what it is made
 * of; anything else that is done gives it up.
 * @param edit the edit as the panel stands; null while there is nothing to do
 */
export function usePreview<T>(
  edit: () => { readonly label: string; readonly recipe: Recipe<T> } | null,
): Preview<T> {
  const document = useDocument()
  const mine = shallowRef<Gesture | null>(null)
  const report = shallowRef<T | null>(null)
  const trouble = shallowRef('')
  const active = computed(() => document.preview !== null && mine.value?.isOpen() === true)

  const drop = (): void => {
    mine.value?.cancel()
    mine.value = null
    report.value = null
    trouble.value = ''
  }
  const show = (): void => {
    const now = edit()
    if (!now) {
      drop()
      return
    }
    if (!mine.value?.isOpen()) mine.value = document.begin(now.label, 'preview')
    report.value = null
    trouble.value =
      mine.value.preview((draft) => {
        report.value = now.recipe(draft)
      }) ?? ''
  }
  const take = (): void => {
    if (!active.value) show()
    const done = mine.value
    if (!done || trouble.value) return
    mine.value = null
    done.commit()
  }
  watch(edit, () => active.value && show())
  onScopeDispose(drop)
  return { active, report, trouble, show, take, drop }
}
