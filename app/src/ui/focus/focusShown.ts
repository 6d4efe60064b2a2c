/** Gives the keyboard to something, with the ring that shows where it is even when the pointer was used last. */
export function focusShown(element: HTMLElement | SVGElement | null | undefined): void {
  // Named by the HTML standard, though not yet by TypeScript's library.
  element?.focus({ focusVisible: true } as FocusOptions)
}
