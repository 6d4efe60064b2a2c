import { nextTick, readonly, shallowRef, watch, type ShallowRef } from 'vue'

/** A value that has not changed for this long rests: there is time for its followers, ms. */
const REST_MS = 90
/** The longest a follower waits, ms. */
const LONGEST_WAIT_MS = 480
/** Followers that take no longer than this may come along in any idle moment, ms. */
const CHEAP_MS = 4

/**
 * Follows a value: at once as a rule, and while `waits` when there is time for it, so that what has to be seen at once
 * is painted first. On a fast machine that is every frame, on a slow one when the hand rests.
 * @param stays while it says so, too, the value is not followed at all
 */
export function followInIdleTime<T>(
  source: Readonly<ShallowRef<T>>,
  waits: () => boolean,
  stays: () => boolean = () => false,
): Readonly<ShallowRef<T>> {
  const followed = shallowRef(source.value) as ShallowRef<T>
  /** What bringing the followers up to date took last, ms. */
  let cost = CHEAP_MS
  let changed = 0
  let behindSince = 0
  let timer: ReturnType<typeof setTimeout> | undefined

  const catchUp = (): void => {
    clearTimeout(timer)
    timer = undefined
    if (followed.value === source.value) return
    const started = performance.now()
    followed.value = source.value
    void nextTick(() => (cost = performance.now() - started))
  }
  const look = (): void => {
    timer = undefined
    if (waits() && stays()) return
    const now = performance.now()
    if (now - changed >= REST_MS || now - behindSince >= LONGEST_WAIT_MS) catchUp()
    else timer = setTimeout(look, REST_MS - (now - changed))
  }
  const wait = (): void => {
    changed = performance.now()
    if (stays()) return
    if (timer === undefined) {
      behindSince = changed
      timer = setTimeout(look, REST_MS)
    }
    if (cost < CHEAP_MS)
      requestIdleCallback((deadline) => {
        if (waits() && deadline.timeRemaining() > cost) catchUp()
      })
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
