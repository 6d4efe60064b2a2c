import type { BendLibrary } from '../../bend/index.ts'
import { asTicks, frameTicks, TICKS_PER_SECOND, type Ticks } from '../../time/index.ts'
import type { Scene } from '../document.ts'
import { layerById } from '../makeLayer.ts'
import { compileInnerTime, compileLayerClock, innerTimeAt } from './layerTime.ts'

/** A moment of what a layer plays, when it is heard or seen in the scene. */
export interface SourceMoment {
  /** Scene time. */
  readonly time: Ticks
  /** Its place in the list that was asked for. */
  readonly index: number
}

/** Looks a frame; between two of them time inside a layer goes on evenly, as good as. */
const LOOKS = 4

/** Where in what a layer plays a scene time is, s; null where the layer is not there. */
export function innerSecondsOf(
  scene: Scene,
  layerId: string,
  library: BendLibrary,
): (sceneTime: number) => number | null {
  const layer = layerById(scene, layerId)
  if (!layer) return () => null
  const clock = compileLayerClock(scene, layerId, library)
  const inner = compileInnerTime(layer, library)
  return (sceneTime) => {
    const own = clock.timeAt(sceneTime)
    return own >= layer.span[0] && own < layer.span[1] ? innerTimeAt(inner, own) / TICKS_PER_SECOND : null
  }
}

/**
 * When moments of a clip or a sound come up in a scene, in order of time: none where the layer is not there, several times
 * where it plays them more than once.
 * @param seconds of the source, in order of time
 */
export function sourceMoments(
  scene: Scene,
  layerId: string,
  seconds: readonly number[],
  library: BendLibrary,
): SourceMoment[] {
  const layer = layerById(scene, layerId)
  if (!layer) return []
  const clock = compileLayerClock(scene, layerId, library)
  const inner = compileInnerTime(layer, library)
  const insideAt = (time: number): number => innerTimeAt(inner, clock.timeAt(time)) / TICKS_PER_SECOND
  const step = frameTicks(scene.rate) / LOOKS
  const found: SourceMoment[] = []
  let before = insideAt(0)
  for (let from = 0; from < scene.duration; from += step) {
    const to = Math.min(scene.duration, from + step)
    const after = insideAt(to)
    const [low, high] = before <= after ? [before, after] : [after, before]
    const passed: SourceMoment[] = []
    for (let i = firstFrom(seconds, low); i < seconds.length && seconds[i]! < high; i += 1) {
      const share = (seconds[i]! - before) / (after - before)
      const time = asTicks(Math.round(from + share * (to - from)))
      const own = clock.timeAt(time)
      if (own >= layer.span[0] && own < layer.span[1]) passed.push({ time, index: i })
    }
    found.push(...(before <= after ? passed : passed.reverse()))
    before = after
  }
  return found
}

/** The first of some numbers in order that is not below a bound. */
function firstFrom(numbers: readonly number[], bound: number): number {
  let [low, high] = [0, numbers.length]
  while (low < high) {
    const middle = (low + high) >> 1
    if (numbers[middle]! < bound) low = middle + 1
    else high = middle
  }
  return low
}
