import type { BendLibrary } from '@arrow-bend/core/bend'
import { currentValue } from '@arrow-bend/core/edit'
import { keyEditWords, keyStateAt } from '@arrow-bend/core/property'
import type { Layer } from '@arrow-bend/core/scene'
import { frameTicks, type FrameRate, type Ticks } from '@arrow-bend/core/time'
import type { Point } from '../../../chart/route/routeGeometry.ts'

export interface MoveWordsOptions {
  readonly time: Ticks
  readonly rate: FrameRate
  /** Whether all of the route is moved. */
  readonly whole: boolean
  readonly autoKey: boolean
}

const axesOf = ({ properties }: Layer): readonly string[] =>
  properties['position']!.split ? ['position x', 'position y'] : ['position']

/** Where a layer's position is, px of its own space, whether as one property or as two. */
export function placeAt(layer: Layer, time: Ticks, library: BendLibrary): Point {
  const values = axesOf(layer).map((name) => currentValue(layer.properties[name]!, time, library))
  return (values.length > 1 ? values : values[0]) as Point
}

/**
 * What is said by the pointer while a layer is moved: where it comes to, and what becomes of its keys.
 * @param layer as it is before the move, so that the words say what the move does
 * @returns says it for the layer as it has become
 */
export function moveWords(
  layer: Layer,
  { time, rate, whole, autoKey }: MoveWordsOptions,
): (now: Layer, library: BendLibrary) => string {
  const does = axesOf(layer)
    .map((name) => keyEditWords(keyStateAt(layer.properties[name]!, time, frameTicks(rate) / 2), autoKey))
    .find((words) => words !== '')
  const deed = whole
    ? 'the whole route'
    : does === undefined
      ? ''
      : does.replace('editing ', '').replace('the whole property', 'all its keys')
  return (now, library) => {
    const [x, y] = placeAt(now, time, library)
    return `x ${Math.round(x)}  y ${Math.round(y)}${deed && ` · ${deed}`}`
  }
}
