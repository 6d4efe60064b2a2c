import type { BendLibrary } from '../../bend/index.ts'
import { asTicks, frameAt, ticksOfFrame } from '../../time/index.ts'
import type { Layer, Scene } from '../document.ts'
import { compileInnerTime, innerPaceAt, innerTimeAt, type LayerClock } from './layerTime.ts'

/** Whether a scene that is shown stands still: before its start its first frame is held, after its end its last. */
export const isHeld = ({ duration }: Scene, inner: number): boolean => inner < 0 || inner >= duration

/** The time of a shown scene, ticks, where the layer that shows it is at a time inside. */
export function shownTimeAt({ duration, rate }: Scene, inner: number): number {
  if (inner < duration) return Math.max(0, inner)
  // When its last frame begins.
  return ticksOfFrame(frameAt(asTicks(duration - 1), rate), rate)
}

/** The clock of what stands in a shown scene. @param clock of the layer that shows it */
export function compileShownClock(
  layer: Layer,
  shown: Scene,
  { library, clock }: { readonly library: BendLibrary; readonly clock: LayerClock },
): LayerClock {
  const inner = compileInnerTime(layer, library)
  return {
    isSceneTime: false,
    timeAt: (time) => shownTimeAt(shown, innerTimeAt(inner, clock.timeAt(time))),
    paceAt: (time) => {
      const own = clock.timeAt(time)
      if (isHeld(shown, innerTimeAt(inner, own))) return 0
      return clock.paceAt(time) * innerPaceAt(inner, own)
    },
  }
}
