import { defineStore } from 'pinia'
import { computed, readonly, shallowRef, watch } from 'vue'
import { useDocument } from './document.ts'
import { useView } from './view.ts'

/** After a step of zooming or sliding the next may follow for so long, ms. */
const MORE_MS = 60

/**
 * Whether the deck stands still: nothing is dragged, zoomed or slid, and what was done last has been painted. What is
 * not seen, such as the areas things are taken hold of by, waits for that, so that what is seen comes sooner.
 */
export const useStillness = defineStore('stillness', () => {
  const document = useDocument()
  const view = useView()
  const still = shallowRef(true)
  /** Whether the view moves: zoomed, or slid along in time. */
  const sliding = shallowRef(false)
  /** The last thing that stirred it; only its own end makes it still. */
  let last = 0

  const settle = (mine: number): void => {
    if (mine !== last || document.gesturing) return
    still.value = true
    sliding.value = false
  }
  const stir = (rest: number): void => {
    still.value = false
    sliding.value ||= rest > 0
    last += 1
    const mine = last
    // A frame's paint follows its callbacks; what is put off from there comes after it.
    requestAnimationFrame(() => setTimeout(() => settle(mine), rest))
  }
  watch(
    () => [document.inDeck, document.gesturing],
    () => stir(0),
    { flush: 'sync' },
  )
  watch(
    () => view.xOf,
    () => stir(MORE_MS),
    { flush: 'sync' },
  )
  return {
    still: readonly(still),
    /** Whether so much changes that ribbons need not be exact. */
    coarse: computed(() => document.gesturing || sliding.value || (document.isMuchChosen && !still.value)),
  }
})
