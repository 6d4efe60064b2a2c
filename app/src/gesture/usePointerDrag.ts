import { shallowRef, type ShallowRef } from 'vue'
import type { KeyRef } from '@arrow-bend/core/edit'
import { toast } from '../ui/toast.ts'
import { useDocument, type Gesture, type GestureView, type Recipe } from '../session/document/document.ts'
import { useLinkedBends } from '../session/selection/linkedBends.ts'
import { usePlayback } from '../session/playback/playback.ts'
import { drawingOf, pointerIn } from './pointerPlace.ts'
import { DRAG_AFTER, trackPointer } from './trackPointer.ts'
import type { Point } from '../chart/route/routeGeometry.ts'

/** What is being changed, said beside the pointer. */
export interface PointerTag {
  readonly x: number
  readonly y: number
  readonly words: string
}

/** Where a drag has come to, in px of the overlay. */
export interface DragMove {
  readonly pointer: Point
  /** From where it was pressed. */
  readonly way: Point
  readonly event: PointerEvent
}

/** One step of a drag. */
export interface DragStep {
  readonly recipe: Recipe<unknown>
  readonly words: string | (() => string)
}

export interface PointerDrag {
  /** The name of the step in the history. */
  readonly label: string
  /**
   * The edit for where the drag has come to, and what to say of it once it is seen; null where there is none, `same`
   * where it is the one of the last move.
   */
  readonly moveTo: (move: DragMove) => DragStep | 'same' | null
  /** The spans whose bends it shapes: a library bend among them changes for all that follow it; with Alt they get a copy. */
  readonly bent?: () => readonly KeyRef[]
  /** What a press without a drag does. */
  readonly click?: () => unknown
  /** Called once the pointer is let go, whatever came of it. */
  readonly ended?: () => void
  /** The edit that is made in the end, where what was seen on the way was a part of it. */
  readonly whole?: () => Recipe<unknown>
  /** Called after the edit was made. */
  readonly done?: () => void
}

/** What a refusal says first: all of it is told when the pointer is let go. */
const firstWords = (sentence: string): string => sentence.split(/[.:](?:\s|$)/)[0]!

/**
 * Drags of things in a drawing: one undo step each, seen as they go, said beside the pointer.
 * @param view the view what is dragged lies in; others follow when the hand rests
 * @param wordsY where the words stand, px of the drawing; beside the pointer when left out
 */
export function usePointerDrag(
  view: GestureView,
  wordsY?: number,
): {
  readonly drag: (event: PointerEvent, drag: PointerDrag) => void
  readonly tag: ShallowRef<PointerTag | null>
} {
  const document = useDocument()
  const playback = usePlayback()
  const linked = useLinkedBends()
  const tag = shallowRef<PointerTag | null>(null)

  const drag = (event: PointerEvent, given: PointerDrag): void => {
    const { label, moveTo, bent, click, ended, whole, done } = given
    /** Whom else it changes, by what there was before. */
    let reach: string | null = null
    const box = drawingOf(event).getBoundingClientRect()
    let gesture: Gesture | null = null
    trackPointer(event, {
      after: DRAG_AFTER,
      move(moved, way) {
        const pointer = pointerIn(moved, box)
        const next = moveTo({ pointer, way, event: moved })
        if (!next) return
        if (next === 'same') {
          if (tag.value) tag.value = { ...tag.value, x: pointer[0], y: wordsY ?? pointer[1] }
          return
        }
        if (!gesture) playback.pause()
        gesture ??= document.begin(label, view)
        reach ??= bent ? linked.reach(bent()) : ''
        const copies = reach !== '' && moved.altKey
        const refused = gesture.preview(copies ? linked.onCopy(bent!(), next.recipe) : next.recipe)
        const said = typeof next.words === 'string' ? next.words : next.words()
        const words = reach === '' ? said : `${said} · ${copies ? 'a copy' : reach}`
        tag.value = { x: pointer[0], y: wordsY ?? pointer[1], words: refused ? firstWords(refused) : words }
      },
      end({ cancelled }) {
        tag.value = null
        ended?.()
        if (cancelled) gesture?.cancel()
        else if (!gesture) click?.()
        else if (take(gesture, whole)) done?.()
      },
    })
  }
  return { drag, tag }
}

/** Makes what was dragged so. A part of it alone is not kept where the whole is refused; that is told. */
function take(gesture: Gesture, whole?: () => Recipe<unknown>): boolean {
  const refused = whole && gesture.preview(whole())
  if (refused) {
    gesture.cancel()
    toast.error(refused)
  } else gesture.commit()
  return !refused
}
