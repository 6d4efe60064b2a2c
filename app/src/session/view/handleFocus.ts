import { defineStore } from 'pinia'
import { focusShown } from '../../ui/focus/focusShown.ts'
import { takeFocusedSpan } from '../../ui/focus/takeFocused.ts'
import { useSidePanel } from './sidePanel.ts'

const HANDLES = '[data-handles]'
/** Frames to wait for the panel, which may have to come first. */
const PATIENCE = 60

/** The keyboard at the handles of the Bend panel, and the way back to where it came from. */
export const useHandleFocus = defineStore('handle-focus', () => {
  const panel = useSidePanel()
  let from: HTMLElement | SVGElement | null = null

  const isThere = (): boolean => Boolean(window.document.activeElement?.closest(HANDLES))
  const back = (): void => {
    focusShown(
      from?.isConnected
        ? from
        : window.document.querySelector<HTMLElement>('[data-region=deck] [data-entry]'),
    )
    from = null
  }
  /** @param missing what to do where the bend has no handles */
  const go = (missing: () => void): void => {
    from = window.document.activeElement as HTMLElement | SVGElement
    takeFocusedSpan()
    panel.show('bend')
    const arrive = (patience: number): void => {
      const handle = window.document.querySelector<SVGElement>(`${HANDLES} [role=slider]`)
      if (handle) focusShown(handle)
      else if (patience > 0) requestAnimationFrame(() => arrive(patience - 1))
      else missing()
    }
    requestAnimationFrame(() => arrive(PATIENCE))
  }
  return { isThere, back, go }
})
