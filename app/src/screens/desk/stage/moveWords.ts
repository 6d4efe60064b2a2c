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

/**
 * What is said by the pointer while a layer is moved: where it comes to, and what becomes of its keys.
 * @param layer as it is before the move, so that the words say what the move does
 * @returns says it for the layer as it has become
 */
export function moveWords(
  layer: Layer,
  { time, rate, whole, autoKey }: MoveWordsOptions,
): (now: Layer, library: BendLibrary) => string {
  const position = layer.properties['position']!
  const axes = position.split ? ['position x', 'position y'] : ['position']
  const does = axes
    .map((name) => keyEditWords(keyStateAt(layer.properties[name]!, time, frameTicks(rate) / 2), autoKey))
    .find((words) => words !== '')
  const deed = whole
    ? 'the whole route'
    : does === undefined
      ? ''
      : does.replace('editing ', '').replace('the whole property', 'all its keys')
  return ({ properties }, library) => {
    const values = axes.map((name) => currentValue(properties[name]!, time, library))
    const [x, y] = (position.split ? values : values[0]) as Point
    return `x ${Math.round(x)}  y ${Math.round(y)}${deed && ` · ${deed}`}`
  }
}
