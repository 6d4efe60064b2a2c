const SPAN = '[data-place][aria-pressed=false]'
const LANE = '[data-lane-name][aria-pressed=false]'

/** Selects the span the keyboard came to, as Enter on it does. */
export function takeFocusedSpan(): void {
  const here = window.document.activeElement
  if (here?.matches(SPAN)) here.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true }))
}

/** Selects the span, or the lane by its name, that the keyboard came to. */
export function takeFocused(): void {
  const here = window.document.activeElement
  if (here?.matches(LANE)) (here as HTMLElement).click()
  else takeFocusedSpan()
}
