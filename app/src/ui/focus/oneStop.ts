import type { ObjectDirective } from 'vue'
import { useFocusOrigin } from './focusOrigin.ts'

/** What of a bar the arrow keys go between. Fields keep their arrows, and so are stops of their own. */
const ITEMS = 'button:not(:disabled), a[href]'
/** What opens out of a bar is no part of it, nor are the edges that Headless UI puts round what it opens. */
const OPENED =
  '[role=dialog], [role=menu], [id^=headlessui-popover-panel], [data-headlessui-focus-guard], [type=hidden]'
const WAYS: Readonly<Partial<Record<string, 1 | -1>>> = {
  ArrowLeft: -1,
  ArrowUp: -1,
  ArrowRight: 1,
  ArrowDown: 1,
}

/** The stops a bar has been given, by the bar. */
const bars = new WeakMap<HTMLElement, Bar>()

interface Bar {
  /** What Tab comes to. */
  current: HTMLElement | null
  readonly end: () => void
}

function itemsOf(bar: HTMLElement): HTMLElement[] {
  return [...bar.querySelectorAll<HTMLElement>(ITEMS)].filter(
    (item) => item.closest('[data-one-stop]') === bar && !item.closest(OPENED),
  )
}

/** Gives one of a bar's items the Tab stop: the one that had it, else what is marked as its entry or pressed, else the first. */
function place(bar: HTMLElement): void {
  const state = bars.get(bar)
  if (!state) return
  const items = itemsOf(bar)
  if (!state.current || !items.includes(state.current))
    state.current =
      items.find((item) => item.matches('[data-entry]')) ??
      items.find((item) => item.matches('[aria-pressed=true]')) ??
      items[0] ??
      null
  for (const item of items) {
    const tabIndex = item === state.current ? 0 : -1
    // Written anew it would have the browser style the item anew.
    if (item.tabIndex !== tabIndex) item.tabIndex = tabIndex
  }
}

/**
 * Makes a bar of buttons one stop of the Tab key, with arrows going between them (ARIA Authoring Practices, toolbar).
 * Arrows are taken only from what the keyboard came to: after a click they are still for the playhead.
 */
export const vOneStop: ObjectDirective<HTMLElement> = {
  mounted(bar) {
    bar.dataset['oneStop'] = ''
    const take = (event: FocusEvent): void => {
      const state = bars.get(bar)!
      if (!itemsOf(bar).includes(event.target as HTMLElement)) return
      state.current = event.target as HTMLElement
      place(bar)
    }
    const step = (event: KeyboardEvent): void => {
      const way = WAYS[event.key]
      const from = event.target as HTMLElement
      if (!way || event.altKey || event.ctrlKey || event.metaKey || event.shiftKey) return
      const items = itemsOf(bar)
      if (!items.includes(from) || useFocusOrigin().isByPointer()) return
      event.preventDefault()
      event.stopPropagation()
      items[(items.indexOf(from) + way + items.length) % items.length]?.focus()
    }
    bar.addEventListener('focusin', take)
    bar.addEventListener('keydown', step)
    const watched = new MutationObserver(() => place(bar))
    watched.observe(bar, { childList: true, subtree: true, attributeFilter: ['disabled'] })
    bars.set(bar, { current: null, end: () => watched.disconnect() })
    place(bar)
  },
  beforeUnmount(bar) {
    bars.get(bar)?.end()
    bars.delete(bar)
  },
}
