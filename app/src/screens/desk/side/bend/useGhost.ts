import { shallowRef, watch, type ShallowRef } from 'vue'
import type { PlainBend } from '@arrow-bend/core/bend'

/** The bend a span had before its last change: while it is dragged, the one it had at the start. */
export function useGhost(
  span: () => string | null,
  shown: () => PlainBend | null,
  gesturing: () => boolean,
): Readonly<ShallowRef<PlainBend | null>> {
  const ghost = shallowRef<PlainBend | null>(null)
  let unchanged: PlainBend | null = shown()
  watch([span, shown, gesturing], ([now, bend, dragging], [before]) => {
    if (now !== before) {
      unchanged = bend
      ghost.value = null
    } else if (bend !== unchanged && JSON.stringify(bend) !== JSON.stringify(unchanged)) {
      ghost.value = unchanged
      if (!dragging) unchanged = bend
    }
  })
  return ghost
}
