import { shallowRef, watch, type ShallowRef } from 'vue'
import type { PlainBend } from '@arrow-bend/core/bend'

/** The bend a span had before its last change: while it is dragged, the one it had at the start. */
export function useGhost(
  span: () => string | null,
  shown: () => PlainBend | null,
  gesturing: () => boolean,
): Readonly<ShallowRef<PlainBend | null>> {
  const ghost = shallowRef<PlainBend | null>(null)
  let settled: PlainBend | null = shown()
  watch([span, shown, gesturing], ([now, bend, dragging], [before]) => {
    if (now !== before) {
      settled = bend
      ghost.value = null
    } else if (bend !== settled && JSON.stringify(bend) !== JSON.stringify(settled)) {
      ghost.value = settled
      if (!dragging) settled = bend
    }
  })
  return ghost
}
