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
import { elementText, type Move } from './motion/motion.ts'
import { toTrack, type Track } from './track.ts'
import { playedLooks } from './playedLooks.ts'

/** A turn or a size moves what lies so far from the pivot, px: parts of the map are held to as much less than places. */
const FAR = 2000
const PARTS = 6

/** Where a copy of a layer is, from the layer's own coordinates, and how much of it shows. */
export interface PlayedCopy {
  /** Six numbers, those of a matrix but for how they are held: `copyMatrix` makes one of them. */
  readonly placed: Track
  /** Thousandths of its opacity. */
  readonly share: Track
  /** The same at a time of the scene, ticks: 0 … 1. */
  readonly shareAt: (sceneTime: number) => number
}

/** How the copy of a layer that is written moves; null for the first. */
export function playedCopy(layer: Layer, context: WebContext): PlayedCopy | null {
  const copy = context.copies.get(layer.id) ?? 0
  const copying = copy > 0 ? compileCopying(layer, context.library) : null
  if (!copying) return null
  const options = playOptions(layer, context)
  const ground = clockOf(layer, context, withoutOwnCopy(layer, context))
  const placedInto = (out: Float64Array, sceneTime: number): void => {
    const matrix = identityMatrix()
    placeCopy(matrix, copying, copy, options.clock.timeAt(sceneTime))
    for (let i = 0; i < PARTS; i += 1) out[i] = matrix[i]! * (i < 4 ? FAR : 1)
  }
  // How many there are is asked at the layer's own time, what a copy is like at the copy's.
  const shareAt = (sceneTime: number): number => {
    const isThere = copy < copyCountAt(copying, ground.timeAt(sceneTime))
    return isThere ? copyShare(copying, copy, options.clock.timeAt(sceneTime)) : 0
  }
  const shareInto = (out: Float64Array, sceneTime: number): void => {
    out[0] = 1000 * shareAt(sceneTime)
  }
  const played = (into: typeof placedInto, width: number): Track =>
    toTrack(playedLooks(into, width, { isStill: isStill(copying), options }), toleranceOf(context))
  return { placed: played(placedInto, PARTS), share: played(shareInto, 1), shareAt }
}

/** The matrix that the numbers of a played copy are. */
export const copyMatrix = (parts: readonly number[]): number[] =>
  parts.map((part, i) => (i < 4 ? part / FAR : part))

/** The box that puts what stands in a layer's own coordinates where a copy of it is; the same markup for the first. */
export function copyMarkup(layer: Layer, showing: boolean, inner: string, context: WebContext): string {
  const copy = playedCopy(layer, context)
  if (!copy) return inner
  const moves: Move[] = [
    {
      property: 'transform',
      track: copy.placed,
      write: (parts) => `matrix(${copyMatrix(parts).map(round).join(',')})`,
    },
  ]
  if (showing)
    moves.push({ property: 'opacity', track: copy.share, write: ([share]) => round(share! / 1000) })
  return elementText(context.motion, { tag: boxTag(context), moves }, inner)
}

const isStill = (copying: Copying): boolean =>
  !Object.values(copying).some(({ property }: CompiledProperty) => isMoving(property))
