import { shallowRef, type ShallowRef } from 'vue'
import type { KeyRef, PropertyRef } from '@arrow-bend/core/edit'
import { usePointerDrag, type PointerDrag, type PointerTag } from '../../usePointerDrag.ts'
import type { Range } from './graphScale.ts'

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

export function useGraphHand(lane: () => PropertyRef): GraphHand {
  const { drag, tag } = usePointerDrag('deck')
  const held = shallowRef<Range | null>(null)
  return {
    lane,
    refOf: (key) => ({ ...lane(), key }),
    drag: (event, given) =>
      drag(event, {
        ...given,
        ended: () => {
          held.value = null
          given.ended?.()
        },
      }),
    tag,
    held,
    hold: ({ low, high }, value) => {
      const now = held.value ?? { low, high }
      held.value = { low: Math.min(now.low, value), high: Math.max(now.high, value) }
    },
  }
}
