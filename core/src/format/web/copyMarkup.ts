import type { PlayedTrack } from '../../play/index.ts'
import { isMoving, type CompiledProperty } from '../../property/index.ts'
import {
  compileCopying,
  copyCountAt,
  copyShare,
  identityMatrix,
  placeCopy,
  type Copying,
  type Layer,
} from '../../scene/index.ts'
import {
  boxTag,
  clockOf,
  playOptions,
  round,
  toleranceOf,
  withoutOwnCopy,
  type WebContext,
} from './webContext.ts'
import { elementText } from './motion/motion.ts'
import { toTrack } from './track.ts'
import { playedLooks } from './playedLooks.ts'

/** A turn or a size moves what lies so far from the pivot, px: parts of the map are held to as much less than places. */
const FAR = 2000
const PARTS = 6

/** The box that puts what stands in a layer's own coordinates where a copy of it is; the same markup for the first. */
export function copyMarkup(layer: Layer, showing: boolean, inner: string, context: WebContext): string {
  const copy = context.copies.get(layer.id) ?? 0
  const copying = copy > 0 ? compileCopying(layer, context.library) : null
  if (!copying) return inner
  const options = playOptions(layer, context)
  const ground = clockOf(layer, context, withoutOwnCopy(layer, context))
  const placedInto = (out: Float64Array, sceneTime: number): void => {
    const matrix = identityMatrix()
    placeCopy(matrix, copying, copy, options.clock.timeAt(sceneTime))
    for (let i = 0; i < PARTS; i += 1) out[i] = matrix[i]! * (i < 4 ? FAR : 1)
  }
  // How many there are is asked at the layer's own time, what a copy is like at the copy's.
  const shareInto = (out: Float64Array, sceneTime: number): void => {
    const isThere = copy < copyCountAt(copying, ground.timeAt(sceneTime))
    out[0] = isThere ? 1000 * copyShare(copying, copy, options.clock.timeAt(sceneTime)) : 0
  }
  const played = (into: typeof placedInto, width: number): PlayedTrack =>
    playedLooks(into, width, { isStill: isStill(copying), options })
  const moves = [
    {
      property: 'transform',
      track: toTrack(played(placedInto, PARTS), toleranceOf(context)),
      write: (parts: readonly number[]) =>
        `matrix(${parts.map((part, i) => round(i < 4 ? part / FAR : part)).join(',')})`,
    },
    ...(showing
      ? [
          {
            property: 'opacity',
            track: toTrack(played(shareInto, 1), toleranceOf(context)),
            write: ([share]: readonly number[]) => round(share! / 1000),
          },
        ]
      : []),
  ]
  return elementText(context.motion, { tag: boxTag(context), moves }, inner)
}

const isStill = (copying: Copying): boolean =>
  !Object.values(copying).some(({ property }: CompiledProperty) => isMoving(property))
