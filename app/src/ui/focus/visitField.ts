const VISITED = 'data-visited'

/** Gives the keyboard to a field for one entry: Enter or Escape give it back to where it was. */
export function visitField(field: HTMLInputElement | null): void {
  if (!field) return
  field.setAttribute(VISITED, '')
  field.focus()
  field.removeAttribute(VISITED)
  field.select()
}

/** Whether a field gets the keyboard for one entry; to be asked while it does. */
export const isVisit = (target: EventTarget | null): boolean =>
  target instanceof Element && target.hasAttribute(VISITED)

/** Frames to wait for a field that may have to come first. */
const PATIENCE = 60

/** The same for a field that is about to come. */
export function visitWhenThere(selector: string, patience = PATIENCE): void {
  requestAnimationFrame(() => {
    const field = window.document.querySelector<HTMLInputElement>(selector)
    if (field) visitField(field)
    else if (patience > 0) visitWhenThere(selector, patience - 1)
  })
}
