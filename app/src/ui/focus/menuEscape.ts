import { useEventListener } from '@vueuse/core'

/**
 * Lets Escape close a menu that is open even where the keyboard was taken from it a moment after it opened, as by a screen
 * that has just come.
 */
export function useMenuEscape(): void {
  useEventListener(
    window,
    'keydown',
    (event) => {
      // The menu itself knows what to do.
      if (event.key !== 'Escape' || (event.target as Partial<Element>).closest?.('[role=menu]')) return
      const button = document.querySelector<HTMLElement>('[aria-haspopup=menu][aria-expanded=true]')
      if (!button) return
      event.preventDefault()
      event.stopPropagation()
      button.click()
    },
    { capture: true },
  )
}
