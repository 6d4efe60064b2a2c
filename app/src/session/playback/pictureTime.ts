import { createEventHook } from '@vueuse/core'
import { asTicks, type Ticks } from '@arrow-bend/core/time'

/** The moment that is in the picture: the playhead's, but for glances elsewhere. Told outside Vue's own updates. */
export function pictureTime() {
  const shown = createEventHook<Ticks>()
  let at = asTicks(0)
  return {
    show: (time: Ticks): void => {
      at = time
      void shown.trigger(time)
    },
    at: (): Ticks => at,
    /** Begins anew with another scene, which is told of by itself. */
    reset: (): void => void (at = asTicks(0)),
    /** @returns what ends it */
    onFrame: (listener: (time: Ticks) => void): (() => void) => shown.on(listener).off,
  }
}
