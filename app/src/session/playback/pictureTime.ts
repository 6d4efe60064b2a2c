import { createEventHook } from '@vueuse/core'
import { asTicks, type Ticks } from '@arrow-bend/core/time'

/** The moment that is in the picture: the playhead's, but for glances elsewhere. Told outside Vue's own updates. */
export function pictureTime() {
  const shown = createEventHook<Ticks>()
  let at = asTicks(0)
  let isAside = false
  const show = (time: Ticks): void => {
    at = time
    void shown.trigger(time)
  }
  return {
    show,
    /** Begins anew with another scene, which is told of by itself. */
    reset: (): void => void (at = asTicks(0)),
    told: {
      /** Shows a moment without going there. */
      glance: (time: Ticks): void => {
        isAside = true
        show(time)
        isAside = false
      },
      /** Whether the moment that is being shown is only glanced at. */
      isGlance: (): boolean => isAside,
      inPicture: (): Ticks => at,
      /** @returns what ends it */
      onFrame: (listener: (time: Ticks) => void): (() => void) => shown.on(listener).off,
    },
  }
}
