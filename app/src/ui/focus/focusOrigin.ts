import { createGlobalState, useEventListener } from '@vueuse/core'

/**
 * Whether the keyboard came to where it is by a press of the pointer. Then arrows are still for the playhead: only what
 * was come to by key is walked by them. (`:focus-visible` does not tell: it comes with the next key, whatever it is.)
 */
export const useFocusOrigin = createGlobalState(() => {
  let atPointer = false
  let byPointer = false
  useEventListener(window, 'pointerdown', () => (atPointer = true), { capture: true })
  useEventListener(window, 'keydown', () => (atPointer = false), { capture: true })
  useEventListener(window, 'focusin', () => (byPointer = atPointer), { capture: true })
  return { isByPointer: () => byPointer, isAtPointer: () => atPointer }
})
