import { playLooks, playProperty } from '../../play/index.ts'
import { compiledOf, playedValueInto } from '../../property/index.ts'
import { compileShownClock, LOCAL_TIME, type Layer, type Scene } from '../../scene/index.ts'
import { frameTicks, secondsOfTicks } from '../../time/index.ts'
import { playOptions, toleranceOf, toTrack, type Track, type WebContext } from '../web/index.ts'

/** How exact a moment of a shown scene is, s for a px of tolerance: what moves 200 px a second is as exact as if it stood here. */
const SECONDS_A_PX = 1 / 200

/**
 * Which moment of a scene is seen while a layer shows it, s: the keys of its time inside where these lie in the scene all
 * along, else what is played, with the first and the last frame held.
 */
export function shownTimeTrack(layer: Layer, shown: Scene, context: WebContext): Track {
  const { library, duration } = context
  const options = playOptions(layer, context, toleranceOf(context) * SECONDS_A_PX)
  const clock = compileShownClock(layer, shown, { library, clock: options.clock })
  const secondsAt = (time: number): number => secondsOfTicks(clock.timeAt(time))
  const looked = (): Track =>
    toTrack(
      playLooks((out, time) => (out[0] = secondsAt(time)), 1, options),
      options.within,
    )
  const property = layer.properties[LOCAL_TIME.name]
  if (!property || property.keys.length === 0) return looked()
  const compiled = compiledOf(property, library)
  const inside = new Float64Array(1)
  const step = frameTicks(context.scene.rate)
  for (let time = 0; time < duration; time += step) {
    playedValueInto(inside, compiled, options.clock.timeAt(time))
    if (Math.abs(inside[0]! - secondsAt(time)) > options.within) return looked()
  }
  return toTrack(playProperty(property, options), options.within)
}
