import { pointerIn } from '../../../../gesture/pointerPlace.ts'
import { clamp } from '@arrow-bend/core/number'
import { shallowRef, type ShallowRef } from 'vue'
import type { BendNode, Handles } from '@arrow-bend/core/bend'
import { trackPointer } from '../../../../gesture/trackPointer.ts'
import type { PlotEdit } from './plotEdit.ts'
import type { PlotArm } from '../../../../chart/plot/plotParts.ts'
import type { PlotScale, Reach } from '../../../../chart/plot/plotScale.ts'
import type { Side } from '../../../../chart/plot/spanNumbers.ts'

/** What a plot shows now. */
export interface PlotNow {
  readonly box: DOMRect
  readonly scale: PlotScale
  readonly reach: Reach
  readonly handles: Handles | null
  readonly nodes: readonly BendNode[]
}

/** What becomes of a gesture. */
export interface PlotAnswers {
  readonly start: (kind: PlotEdit['kind']) => void
  /** @param copy whether what is linked is to have a copy */
  readonly drag: (edit: PlotEdit, copy: boolean) => void
  readonly done: () => void
  readonly cancel: () => void
  /** An edit of one step. */
  readonly once: (edit: PlotEdit) => void
  readonly choose: (point: number | null) => void
}

/** How near a rise pulls to flat or full, px. */
const PULL = 4
/** A flat handle that is pulled past the end says after how many px that it will make a hold, and when it does. */
const NEARS_HOLD = 8
const MAKES_HOLD = 32
/** With Ctrl/Cmd both sides are pulled alike. */
const isBoth = (event: MouseEvent | KeyboardEvent): boolean => event.ctrlKey || event.metaKey
const STEPS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
}

/** Handles and points of a bend's plot, by pointer and by keyboard. */
export function usePlotGestures(now: () => PlotNow, answers: PlotAnswers) {
  /** What is being dragged, by the name given at the press. */
  const grabbed: ShallowRef<string | null> = shallowRef(null)
  /** Room the plot keeps meanwhile. */
  const held: ShallowRef<Reach | null> = shallowRef(null)
  /** What the drag is about to do that is more than it did so far. */
  const said: ShallowRef<string> = shallowRef('')

  /** Whether what is linked gets a copy. */
  const copies: ShallowRef<boolean> = shallowRef(false)

  /** Where a pointer is in the unit square, rises pulled to flat and full unless Alt is held. */
  const placeOf = (event: MouseEvent): { u: number; p: number } => {
    const { box, scale } = now()
    const [x, y] = pointerIn(event, box)
    const at = scale.p(y)
    const near = [0, 1].find((level) => Math.abs(at - level) * scale.unit < PULL)
    return { u: scale.u(x), p: event.altKey ? at : (near ?? at) }
  }
  const follow = (
    event: PointerEvent,
    name: string,
    {
      kind,
      editOf,
      click,
    }: { kind: PlotEdit['kind']; editOf: (moved: PointerEvent) => PlotEdit; click?: () => void },
  ): void => {
    held.value = now().reach
    trackPointer(event, {
      start() {
        grabbed.value = name
        answers.start(kind)
      },
      move(moved) {
        copies.value = moved.altKey
        answers.drag(editOf(moved), moved.altKey)
      },
      end({ cancelled, dragged }) {
        grabbed.value = null
        held.value = null
        said.value = ''
        if (!dragged) click?.()
        else if (cancelled) answers.cancel()
        else answers.done()
      },
    })
  }
  const pressSide = (event: PointerEvent, side: Side): void =>
    follow(event, side, {
      kind: 'side',
      editOf: (moved) => {
        const { u, p } = placeOf(moved)
        const [along, rise] = side === 'leave' ? [u, p] : [1 - u, 1 - p]
        const { x } = now().scale
        const past = side === 'leave' && rise === 0 ? x(along) - x(1) : 0
        const both = isBoth(moved)
        said.value = both
          ? 'Both sides'
          : past > MAKES_HOLD
            ? 'Hold'
            : past > NEARS_HOLD
              ? 'Farther: hold'
              : ''
        // Flat and pulled on past the end of the time, it stays where it is until the very end.
        if (past > MAKES_HOLD && !both) return { kind: 'hold' }
        return { kind: 'side', side, reach: clamp(along, 0, 1), rise, both }
      },
    })
  const pressArm = (event: PointerEvent, { id, index, side, at }: PlotArm): void =>
    follow(event, id, {
      kind: 'handle',
      editOf: (moved) => {
        const { u, p } = placeOf(moved)
        return { kind: 'handle', index, side, handle: [u - at[0], p - at[1]], free: moved.altKey }
      },
    })
  const pressNode = (event: PointerEvent, index: number): void =>
    follow(event, `node${index}`, {
      kind: 'move',
      editOf: (moved) => {
        const { u, p } = placeOf(moved)
        return { kind: 'move', index, at: [u, p] }
      },
      click: () => answers.choose(index),
    })
  const addAt = (event: MouseEvent): void => {
    const { u } = placeOf(event)
    if (u > 0.005 && u < 0.995) answers.once({ kind: 'add', u })
  }

  const taken = (event: KeyboardEvent): void => {
    event.preventDefault()
    event.stopPropagation()
  }
  /** The way an arrow key goes, in shares; null for other keys. */
  const wayOf = (event: KeyboardEvent): readonly [number, number] | null => {
    const way = STEPS[event.key]
    if (!way) return null
    taken(event)
    const step = event.shiftKey ? 0.1 : 0.01
    return [way[0] * step, way[1] * step]
  }
  const keySide = (event: KeyboardEvent, side: Side): void => {
    const { handles } = now()
    // Its whole reach, and none, as sliders have it.
    if (handles && (event.key === 'End' || event.key === 'Home')) {
      taken(event)
      const reach = event.key === 'End' ? 1 : 0
      answers.once({ kind: 'side', side, reach, rise: handles[side].rise, both: isBoth(event) })
      return
    }
    const way = wayOf(event)
    if (!way || !handles) return
    const sign = side === 'leave' ? 1 : -1
    const { reach, rise } = handles[side]
    const along = clamp(reach + sign * way[0], 0, 1)
    answers.once({ kind: 'side', side, reach: along, rise: rise + sign * way[1], both: isBoth(event) })
  }
  const keyArm = (event: KeyboardEvent, { index, side, handle: [du, dp] }: PlotArm): void => {
    const way = wayOf(event)
    if (!way) return
    const handle = [du + way[0], dp + way[1]] as const
    answers.once({ kind: 'handle', index, side, handle, free: event.altKey })
  }
  const keyNode = (event: KeyboardEvent, index: number): void => {
    if (event.key === 'Delete' || event.key === 'Backspace') {
      taken(event)
      answers.once({ kind: 'remove', index })
      return
    }
    const way = wayOf(event)
    const [u, p] = now().nodes[index]!.at
    if (way) answers.once({ kind: 'move', index, at: [u + way[0], p + way[1]] })
  }
  return { grabbed, held, said, copies, pressSide, pressArm, pressNode, addAt, keySide, keyArm, keyNode }
}
