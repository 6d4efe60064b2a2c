import { useEventListener } from '@vueuse/core'
import { nextTick, ref, watch, type Ref } from 'vue'
import { useFocusOrigin } from '../../../ui/focus/focusOrigin.ts'
import { focusShown } from '../../../ui/focus/focusShown.ts'
import type { Row } from './rows.ts'

/** What of the list the walk needs. */
export interface WalkedList {
  readonly scroller: Ref<HTMLElement | null>
  readonly rows: () => readonly Row[]
  /** Whether a row is selected: the keyboard first comes to one that is. */
  readonly isChosen: (row: Row) => boolean
  readonly scrollTo: (index: number) => void
  /** Folds a layer, or unfolds it. */
  readonly turnFold: (layer: string) => void
}

type Focusable = HTMLElement | SVGElement

const NAME = '[data-row-name]'
/** Keys and spans of a lane, capsules of a bar; an open lane as a whole. */
const IN_LANE = '[data-place]'
const CONTROLS = '[data-row-cell] button:not(:disabled, [data-aside])'
/** Frames to wait for a row that is scrolled to: what takes hold of its lane comes after the row. */
const PATIENCE = 30

const middleOf = (element: Element): number => {
  const { left, width } = element.getBoundingClientRect()
  return left + width / 2
}
const nearestTo = (x: number, items: readonly Focusable[]): Focusable | null =>
  items.reduce<Focusable | null>(
    (best, item) => (best && Math.abs(middleOf(best) - x) <= Math.abs(middleOf(item) - x) ? best : item),
    null,
  )

/**
 * The keyboard in the list of layers and lanes, which is one stop of the Tab key: ↑ ↓ go from row to row, ← → along a
 * row, from its name over its switches to its keys and spans. On a layer's name → unfolds and ← folds.
 * ← and → are taken only from what the keyboard came to: after a click they are still for the playhead.
 */
export function useDeckWalk({ scroller, rows, isChosen, scrollTo, turnFold }: WalkedList) {
  const origin = useFocusOrigin()
  /** The row the keyboard was in last, and where it stood. */
  let last = { id: '', index: 0 }
  const inside = ref(false)
  /** Whether the keyboard has not gone anywhere else since: a row that is removed takes it along, to nowhere. */
  let stays = false
  /** Where ↑ and ↓ go on along, px of the window, and what they came to by it. */
  let column: { readonly x: number; readonly at: Focusable } | null = null

  const rowElement = (id: string): HTMLElement | null =>
    scroller.value?.querySelector<HTMLElement>(`[data-row="${CSS.escape(id)}"]`) ?? null
  const inLane = (row: Element): Focusable[] =>
    [...row.querySelectorAll<Focusable>(IN_LANE)].sort(
      (a, b) => Number(a.dataset['place']) - Number(b.dataset['place']),
    )
  const stopsOf = (row: Element): Focusable[] => [
    ...row.querySelectorAll<HTMLElement>(CONTROLS),
    ...inLane(row),
  ]
  /** Comes to a row: to its name, or to what of its lane is nearest to `x`, px of the window. */
  const goTo = (index: number, x: number | null): void => {
    const row = rows()[index]
    if (!row) return
    scrollTo(index)
    const arrive = (patience: number): void => {
      const element = rowElement(row.id)
      const stop = element && x !== null ? nearestTo(x, inLane(element)) : null
      // A lane without keys has nothing to come to but its name.
      if (stop || (element && (x === null || patience === 0))) {
        if (stop) column = { x: x!, at: stop }
        focusShown(stop ?? element!.querySelector<HTMLElement>(NAME))
      } else if (patience > 0) requestAnimationFrame(() => arrive(patience - 1))
    }
    void nextTick(() => arrive(x === null || isBare(row) ? 1 : PATIENCE))
  }
  const isBare = (row: Row): boolean => row.kind === 'property' && row.property.keys.length === 0
  const indexOf = (id: string): number => rows().findIndex((row) => row.id === id)
  /** Where the walk goes on: the row it was in, or what is at its place, or the first that is selected. */
  const resume = (): number => {
    const was = indexOf(last.id)
    if (was >= 0) return was
    const chosen = rows().findIndex(isChosen)
    return chosen >= 0 ? chosen : Math.min(last.index, rows().length - 1)
  }

  const onFocus = (event: FocusEvent): void => {
    inside.value = true
    // What is merely clicked leaves the keys to the Desk.
    stays = !origin.isByPointer()
    if (event.target === scroller.value) {
      goTo(resume(), null)
      return
    }
    const id = (event.target as Element).closest<HTMLElement>('[data-row]')?.dataset['row']
    if (id !== undefined) last = { id, index: indexOf(id) }
  }
  const onBlur = (event: FocusEvent): void => {
    const to = event.relatedTarget
    if (to instanceof Node && scroller.value?.contains(to)) return
    inside.value = false
    if (to) stays = false
  }
  useEventListener(window, 'pointerdown', () => (stays = false), { capture: true })
  /** A row that was removed takes the keyboard with it: what stands in its place gets it. */
  watch(
    rows,
    () => {
      if (!stays || window.document.activeElement !== window.document.body) return
      if (indexOf(last.id) < 0) goTo(Math.min(last.index, rows().length - 1), null)
    },
    { flush: 'post' },
  )

  const stepRow = (row: Row, way: 1 | -1, from: Focusable): void => {
    const here = indexOf(row.id)
    const x = column?.at === from ? column.x : middleOf(from)
    goTo(here + way, from.matches(IN_LANE) ? x : null)
  }
  /** Along a row; on a layer's name the arrows first fold and unfold, on a property's name ← goes to its layer. */
  const stepAlong = (row: Row, way: 1 | -1, from: Focusable): boolean => {
    if (from.matches(NAME)) {
      if (row.kind === 'layer' && row.foldable && row.folded === way > 0) {
        turnFold(row.layer.id)
        return true
      }
      if (way < 0) {
        if (row.kind === 'property') goTo(indexOf(row.layer.id), null)
        return true
      }
    }
    const stops = stopsOf(rowElement(row.id)!)
    const next = stops[stops.indexOf(from) + way]
    if (stops.includes(from)) focusShown(next)
    return stops.includes(from)
  }
  /** The fields of the row that has the keyboard are gone through by Tab; all else of it by arrows. */
  const stepFields = (row: Row, event: KeyboardEvent): void => {
    const element = rowElement(row.id)!
    const list = [...element.querySelectorAll<HTMLElement>(`${NAME}, [data-row-cell] input`)]
    const next = list[list.indexOf(event.target as HTMLElement) + (event.shiftKey ? -1 : 1)]
    if (!list.includes(event.target as HTMLElement) || !next) return
    event.preventDefault()
    focusShown(next)
    if (next instanceof HTMLInputElement) next.select()
  }
  const rowOf = (event: KeyboardEvent): Row | undefined => {
    const id = (event.target as Element).closest<HTMLElement>('[data-row]')?.dataset['row']
    return id === undefined ? undefined : rows()[indexOf(id)]
  }
  /** Before the fields themselves, which keep their keys from what lies around them. */
  const onTab = (event: KeyboardEvent): void => {
    const row = rowOf(event)
    if (row) stepFields(row, event)
  }
  const onKeydown = (event: KeyboardEvent): void => {
    const from = event.target as Focusable
    const row = rowOf(event)
    if (!row || event.altKey || event.ctrlKey || event.metaKey || event.defaultPrevented) return
    if (from.matches('input, [role=slider]') || event.shiftKey) return
    if (!from.matches(`${IN_LANE}, [data-row-cell] *`)) return
    if (event.key === 'ArrowUp' || event.key === 'ArrowDown')
      stepRow(row, event.key === 'ArrowUp' ? -1 : 1, from)
    else if (event.key === 'ArrowLeft' || event.key === 'ArrowRight') {
      if (origin.isByPointer()) return
      if (!stepAlong(row, event.key === 'ArrowLeft' ? -1 : 1, from)) return
    } else return
    event.preventDefault()
    event.stopPropagation()
  }
  return { inside, onFocus, onBlur, onTab, onKeydown }
}
