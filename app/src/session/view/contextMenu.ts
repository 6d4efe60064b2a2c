import { defineStore } from 'pinia'
import { shallowRef } from 'vue'
import { useHoveredView, type HoveredStage } from './hoveredView.ts'

/** What a menu is asked for on. */
export type MenuKind = 'stage' | 'layer' | 'lane' | 'key' | 'span' | 'ruler'

/** A menu at the place it was asked for, and what gets the keyboard back. */
export interface OpenMenu {
  readonly kind: MenuKind
  /** px of the window. */
  readonly at: readonly [x: number, y: number]
  readonly origin: HTMLElement | SVGElement | null
  /** The stage, where it was asked for over it: the menu itself takes the pointer away from there. */
  readonly stage: HoveredStage | null
}

/** The menu that is open over the Desk, one at a time. */
export const useContextMenu = defineStore('context-menu', () => {
  const hover = useHoveredView()
  const menu = shallowRef<OpenMenu | null>(null)
  /** @param event a right click, or the menu key on what has the keyboard */
  const show = (event: MouseEvent, kind: MenuKind): void => {
    event.preventDefault()
    event.stopPropagation()
    // Where the browser asks by key as well, `ask` has done so already.
    if (event.isTrusted && (event as PointerEvent).pointerType === '') return
    const origin = window.document.activeElement as HTMLElement | null
    menu.value = { kind, at: [event.clientX, event.clientY], origin, stage: hover.stage }
  }
  /** Asks for the menu of what has the keyboard, in its middle; in the same way a right click on it does. */
  const ask = (focused: Element): void => {
    const { x, y, width, height } = focused.getBoundingClientRect()
    const at = { clientX: x + width / 2, clientY: y + height / 2 }
    focused.dispatchEvent(new MouseEvent('contextmenu', { bubbles: true, cancelable: true, ...at }))
  }
  return { menu, ask, show, close: () => (menu.value = null) }
})
