import { computed, nextTick, shallowRef, type ComputedRef } from 'vue'
import { focusShown } from '../../../../ui/focus/focusShown.ts'

const WAYS: Readonly<Partial<Record<string, 1 | -1>>> = {
  ArrowLeft: -1,
  ArrowUp: -1,
  ArrowRight: 1,
  ArrowDown: 1,
}

export interface BeadWalk {
  /** The bead that Tab comes to. */
  readonly stop: ComputedRef<string | undefined>
  readonly keep: (bead: string) => void
  /** Goes on to the next bead if that is what a key asks for, and tells whether it is. */
  readonly step: (event: KeyboardEvent, bead: string) => boolean
}

/**
 * The beads of a route as one stop of the Tab key. Arrows go from bead to bead; a selected one they move, until Escape
 * lets it go. Beads are found by `data-bead`.
 */
export function useBeadWalk(beads: () => readonly string[]): BeadWalk {
  const last = shallowRef('')
  const stop = computed(() => (beads().includes(last.value) ? last.value : beads()[0]))
  const step = (event: KeyboardEvent, bead: string): boolean => {
    const way = WAYS[event.key]
    if (!way) return false
    event.preventDefault()
    event.stopPropagation()
    const next = beads()[beads().indexOf(bead) + way]
    const group = (event.currentTarget as Element).parentElement
    if (next !== undefined)
      void nextTick(() => focusShown(group?.querySelector<SVGElement>(`[data-bead="${CSS.escape(next)}"]`)))
    return true
  }
  return { stop, keep: (bead) => (last.value = bead), step }
}
