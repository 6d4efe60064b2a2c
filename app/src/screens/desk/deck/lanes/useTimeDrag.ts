import type { ShallowRef } from 'vue'
import { useView } from '../../../../session/view/view.ts'
import {
  usePointerDrag,
  type DragStep,
  type PointerDrag,
  type PointerTag,
} from '../../../../gesture/usePointerDrag.ts'
import { useTimeSnap, type TimeSnap, type TimeSnapOptions } from './useTimeSnap.ts'

export interface TimeDrag extends Omit<PointerDrag, 'moveTo'> {
  /** The moment that is held, ticks. */
  readonly held: number
  /** What it is not to come into line with, found when the drag begins. */
  readonly snap: () => TimeSnapOptions
  /** The edit that brings the held moment to a time, ticks; null where there is none. */
  readonly at: (time: number, moved: PointerEvent) => DragStep | null
  /** Whether it passes what is near just now; while Ctrl/Cmd is held, when left out. */
  readonly free?: (moved: PointerEvent) => boolean
}

/** Where words of a drag stand, px: within the row, not below the pointer. */
const WORDS_Y = -7

/** Drags of moments along the lanes: in line with what is near, one undo step each, said beside the pointer. */
export function useTimeDrag(): {
  readonly drag: (event: PointerEvent, drag: TimeDrag) => void
  readonly tag: ShallowRef<PointerTag | null>
} {
  const view = useView()
  const snapping = useTimeSnap()
  const { drag: follow, tag } = usePointerDrag('deck', WORDS_Y)

  const drag = (event: PointerEvent, { held, snap, at, free, ended, ...rest }: TimeDrag): void => {
    let line: TimeSnap | null = null
    let before = ''
    follow(event, {
      ...rest,
      moveTo: ({ way, event: moved }) => {
        line ??= snapping(snap())
        const passes = free?.(moved) ?? (moved.ctrlKey || moved.metaKey)
        const time = line.to(held + way[0] / view.pixelsPerTick, passes)
        // From frame to frame there are many moves that say the same.
        const now = [time, moved.altKey, moved.shiftKey, moved.ctrlKey, moved.metaKey].join()
        if (now === before) return 'same'
        before = now
        return at(time, moved)
      },
      ended: () => {
        line?.done()
        ended?.()
      },
    })
  }
  return { drag, tag }
}
