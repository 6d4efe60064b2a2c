import { shallowRef, type ShallowRef } from 'vue'
import type { KeyRef, PropertyRef } from '@arrow-bend/core/edit'
import { usePointerDrag, type PointerDrag, type PointerTag } from '../../../../gesture/usePointerDrag.ts'
import type { Range } from '../../../../chart/graph/graphScale.ts'

/** What drags in one graph share: whose lane it is, what is said by the pointer, and the room the axis keeps. */
export interface GraphHand {
  readonly lane: () => PropertyRef
  readonly refOf: (key: string) => KeyRef
  readonly drag: (event: PointerEvent, drag: PointerDrag) => void
  readonly tag: ShallowRef<PointerTag | null>
  /** Room kept while something is dragged: it grows as it is needed, and is given back after. */
  readonly held: ShallowRef<Range | null>
  /** Keeps the room there is, and what a value needs beyond it. */
  readonly hold: (scale: Range, value: number) => void
}

/** How long an axis takes to give back the room it made, ms. */
const BACK_MS = 160

export function useGraphHand(lane: () => PropertyRef): GraphHand {
  const { drag, tag } = usePointerDrag('deck')
  const held = shallowRef<Range | null>(null)
  const still = matchMedia('(prefers-reduced-motion: reduce)').matches
  let frame = 0

  /** What is held draws in to its middle; what the graph itself needs stops it on the way. */
  const giveBack = (): void => {
    const from = held.value
    if (!from || still) {
      held.value = null
      return
    }
    const middle = (from.low + from.high) / 2
    const start = performance.now()
    const step = (): void => {
      const share = Math.min(1, (performance.now() - start) / BACK_MS)
      const out = (1 - share) ** 2
      held.value =
        share < 1
          ? { low: middle + (from.low - middle) * out, high: middle + (from.high - middle) * out }
          : null
      if (share < 1) frame = requestAnimationFrame(step)
    }
    frame = requestAnimationFrame(step)
  }
  return {
    lane,
    refOf: (key) => ({ ...lane(), key }),
    drag: (event, given) => {
      cancelAnimationFrame(frame)
      held.value = null
      drag(event, {
        ...given,
        ended: () => {
          giveBack()
          given.ended?.()
        },
      })
    },
    tag,
    held,
    hold: ({ low, high }, value) => {
      const now = held.value ?? { low, high }
      held.value = { low: Math.min(now.low, value), high: Math.max(now.high, value) }
    },
  }
}
