const COME_TO = '[data-place][aria-pressed=false], [data-lane-name][aria-pressed=false]'

/** Selects the span or the lane whose name the keyboard came to, as Enter on it does. */
export function takeFocused(): void {
  const here = window.document.activeElement
  if (!here?.matches(COME_TO)) return
  if (here instanceof HTMLElement) here.click()
  else here.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true }))
}
