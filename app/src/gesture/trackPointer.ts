import { computed, shallowRef } from 'vue'
import type { Point } from '../chart/route/routeGeometry.ts'
import { wayFrom } from './pointerPlace.ts'

export interface PointerTrack {
  /** Travel from which on a press is a drag, px; every move is one when left out. */
  readonly after?: number
  /** Called once, when it becomes a drag. */
  readonly start?: () => void
  /** Called for every move the browser sends once it is a drag, with the way from where it was pressed. */
  readonly move: (event: PointerEvent, way: Point) => void
  /**
   * Called once, when the pointer is let go, or given up by Escape, or by the browser.
   * @param event.dragged whether it became a drag; without it a press that was not given up is a click
   */
  readonly end?: (how: { readonly cancelled: boolean; readonly dragged: boolean }) => void
}

/** Travel after which the pointer is captured, px. Sooner, a plain click would go to the capturing element. */
const CAPTURE_AFTER = 3

/** Travel from which on a press on something that can also be clicked is a drag of it, px. */
export const DRAG_AFTER = 3

const drags = shallowRef(0)
/** Whether anything is dragged: what only moves to be looked at rests meanwhile. */
export const isDragging = computed(() => drags.value > 0)

/**
 * Follows a pressed pointer until it is let go. Escape cancels.
 * Moves are handed on at once: the browser itself sends one a frame.
 */
export function trackPointer(press: PointerEvent, { after = 0, start, move, end }: PointerTrack): void {
  const target = press.currentTarget as Element
  const listening = new AbortController()
  let dragged = false
  const finish = (cancelled: boolean): void => {
    listening.abort()
    if (dragged) drags.value -= 1
    if (target.hasPointerCapture(press.pointerId)) target.releasePointerCapture(press.pointerId)
    end?.({ cancelled, dragged })
  }
  const onMove = (event: PointerEvent): void => {
    const way = wayFrom(press, event)
    const travelled = Math.hypot(...way)
    if (travelled > CAPTURE_AFTER && target.isConnected && !target.hasPointerCapture(press.pointerId)) {
      target.setPointerCapture(press.pointerId)
    }
    if (travelled < after && !dragged) return
    if (!dragged) {
      drags.value += 1
      start?.()
    }
    dragged = true
    move(event, way)
  }
  const onKey = (event: KeyboardEvent): void => {
    if (event.key !== 'Escape') return
    event.preventDefault()
    event.stopPropagation()
    finish(true)
  }
  const { signal } = listening
  const mine =
    (answer: (event: PointerEvent) => void) =>
    (event: PointerEvent): void => {
      if (event.pointerId === press.pointerId) answer(event)
    }
  window.addEventListener('pointermove', mine(onMove), { signal })
  window.addEventListener(
    'pointerup',
    mine(() => finish(false)),
    { signal },
  )
  window.addEventListener(
    'pointercancel',
    mine(() => finish(true)),
    { signal },
  )
  window.addEventListener('blur', () => finish(true), { signal })
  // Leaving the screen by the browser's own Back is no way to finish a drag.
  window.addEventListener('popstate', () => finish(true), { capture: true, signal })
  window.addEventListener('keydown', onKey, { capture: true, signal })
}
