import { defineStore } from 'pinia'
import { computed, readonly, shallowRef, watch, type ComputedRef } from 'vue'
import { useDeferredViews } from './deferredViews.ts'
import { useDocument } from './document.ts'

/** After a step of zooming or sliding the next may follow for so long, ms. */
const MORE_MS = 120

/**
 * Whether the deck stands still: nothing is dragged, zoomed or slid, and what was done last has been painted. What is
 * not seen, such as the areas things are taken hold of by, waits for that, so that what is seen comes sooner.
 */
export const useIdle = defineStore('idle', () => {
  const document = useDocument()
  const deferred = useDeferredViews()
  const isIdle = shallowRef(true)
  /** Whether the view moves: it is zoomed, or slid along in time. */
  const sliding = shallowRef(false)
  /** Things that stirred it so far, and how long the last of them may be followed by more, ms. */
  let [stirs, more] = [0, 0]
  let waiting = false

  const checkIdle = (seen: number): void => {
    waiting = false
    if (document.gesturing) return
    if (seen !== stirs) wait()
    else {
      isIdle.value = true
      sliding.value = false
    }
  }
  /** A frame's paint follows its callbacks; what is put off from there comes after it. */
  const wait = (): void => {
    if (waiting) return
    waiting = true
    requestAnimationFrame(() => {
      const seen = stirs
      setTimeout(() => checkIdle(seen), more)
    })
  }
  const stir = (rest: number): void => {
    isIdle.value = false
    sliding.value ||= rest > 0
    stirs += 1
    more = rest
    if (!document.gesturing) wait()
  }
  watch([() => deferred.deck.project, () => document.gesturing], () => stir(0), { flush: 'sync' })
  return {
    isIdle: readonly(isIdle),
    isSliding: readonly(sliding),
    /** Tells that the view is being zoomed or slid, a step of many; one that jumps is followed at once. */
    slide: (): void => stir(MORE_MS),
    /** Whether so much changes that ribbons need not be exact. */
    coarse: computed(() => document.gesturing || sliding.value || (deferred.isMuchSelected && !isIdle.value)),
  }
})

/**
 * What may wait until things stand still: it stays what it was while anything moves.
 * @param now what it is
 * @param fits whether what it was can still be used; where not, it does not wait
 */
export function heldUntilIdle<T>(now: () => T, fits: (before: T) => boolean = () => true): ComputedRef<T> {
  const idle = useIdle()
  return computed((before) => (before !== undefined && !idle.isIdle && fits(before) ? before : now()))
}
