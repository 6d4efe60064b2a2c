export interface PointerTrack {
  /** Called for every move the browser sends. */
  readonly move: (event: PointerEvent) => void
  /** Called once; `cancelled` by Escape or when the browser takes the pointer away. */
  readonly end: (cancelled: boolean, last: PointerEvent) => void
}

/** Travel after which the pointer is captured, px. Sooner, a plain click would go to the capturing element. */
const CAPTURE_AFTER = 3

/**
 * Follows a pressed pointer until it is let go. Escape cancels.
 * Moves are handed on at once: the browser itself sends one a frame.
 */
export function trackPointer(press: PointerEvent, { move, end }: PointerTrack): void {
  const target = press.currentTarget as Element
  let last = press
  const mine = (event: PointerEvent): boolean => event.pointerId === press.pointerId
  const finish = (cancelled: boolean): void => {
    window.removeEventListener('pointermove', onMove)
    window.removeEventListener('pointerup', onUp)
    window.removeEventListener('pointercancel', onCancel)
    window.removeEventListener('blur', onBlur)
    window.removeEventListener('keydown', onKey, true)
    if (target.hasPointerCapture(press.pointerId)) target.releasePointerCapture(press.pointerId)
    end(cancelled, last)
  }
  const onMove = (event: PointerEvent): void => {
    if (!mine(event)) return
    last = event
    const travelled = Math.hypot(event.clientX - press.clientX, event.clientY - press.clientY)
    if (travelled > CAPTURE_AFTER && target.isConnected && !target.hasPointerCapture(press.pointerId)) {
      target.setPointerCapture(press.pointerId)
    }
    move(event)
  }
  const onUp = (event: PointerEvent): void => {
    if (mine(event)) finish(false)
  }
  const onCancel = (event: PointerEvent): void => {
    if (mine(event)) finish(true)
  }
  const onBlur = (): void => finish(true)
  const onKey = (event: KeyboardEvent): void => {
    if (event.key !== 'Escape') return
    event.preventDefault()
    event.stopPropagation()
    finish(true)
  }
  window.addEventListener('pointermove', onMove)
  window.addEventListener('pointerup', onUp)
  window.addEventListener('pointercancel', onCancel)
  window.addEventListener('blur', onBlur)
  window.addEventListener('keydown', onKey, true)
}
