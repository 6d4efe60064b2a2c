import { createEventHook } from '@vueuse/core'
import { asTicks, type Ticks } from '@arrow-bend/core/time'

/** The moment that is in the picture: the playhead's, but for glances elsewhere. Told outside Vue's own updates. */
export function pictureTime() {
  const shown = createEventHook<Ticks>()
  const expected = createEventHook<() => Ticks>()
  let at = asTicks(0)
  let quiet = false
  const show = (time: Ticks, quietly = false): void => {
    at = time
    quiet = quietly
    void shown.trigger(time)
    quiet = false
  }
  return {
    show,
    /** Begins anew with another scene, which is told of by itself. */
    reset: (): void => void (at = asTicks(0)),
    told: {
      /** Shows a moment without going there. */
      glance: (time: Ticks): void => show(time, true),
      /** Whether nobody went to the moment that is being shown: it is only glanced at, or the playhead is put where it stood. */
      isQuiet: (): boolean => quiet,
      inPicture: (): Ticks => at,
      /** A moment that may be gone to next, so that what takes long to draw can be made ready; asked for only where something does. */
      expect: (moment: () => Ticks): void => void expected.trigger(moment),
      /** @returns what ends it */
      onExpected: (listener: (moment: () => Ticks) => void): (() => void) => expected.on(listener).off,
      /** @returns what ends it */
      onFrame: (listener: (time: Ticks) => void): (() => void) => shown.on(listener).off,
    },
  }
}
