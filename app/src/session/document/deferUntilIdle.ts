import { readonly, shallowRef, watch, type ShallowRef } from 'vue'

/** A value that has not changed for this long rests: there is time for its followers, ms. */
const REST_MS = 90

/**
 * Follows a value: at once as a rule, and while `waits` once the value rests. While a hand moves, then, only what it
 * holds is painted, and every frame of it costs the same.
 * @param stays while it says so, too, the value is not followed at all
 */
export function deferUntilIdle<T>(
  source: Readonly<ShallowRef<T>>,
  waits: () => boolean,
  stays: () => boolean = () => false,
): Readonly<ShallowRef<T>> {
  const followed = shallowRef(source.value) as ShallowRef<T>
  let changed = 0
  let timer: ReturnType<typeof setTimeout> | undefined

  const catchUp = (): void => {
    clearTimeout(timer)
    timer = undefined
    followed.value = source.value
  }
  const look = (): void => {
    timer = undefined
    if (waits() && stays()) return
    const rested = performance.now() - changed
    if (rested >= REST_MS) catchUp()
    else timer = setTimeout(look, REST_MS - rested)
  }
  const wait = (): void => {
    changed = performance.now()
    if (!stays()) timer ??= setTimeout(look, REST_MS)
  }
  watch(source, () => (waits() ? wait() : catchUp()), { flush: 'sync' })
  watch(
    [waits, stays],
    ([waiting, staying]) => {
      if (!waiting) catchUp()
      else if (!staying && followed.value !== source.value) wait()
    },
    { flush: 'sync' },
  )
  return readonly(followed) as Readonly<ShallowRef<T>>
}
