import { compiledOf, playedValueInto, isMoving } from '../../property/index.ts'
import type { Layer } from '../../scene/index.ts'
import { playOptions, toleranceOf, type WebContext } from './webContext.ts'
import { toTrack, type Track } from './track.ts'
import { playedLooks } from './playedLooks.ts'

/** What several properties of a layer say together. */
export interface PlayedTogether {
  /** What it is when the scene begins. */
  readonly first: Float64Array
  readonly isStill: boolean
  readonly track: () => Track
}

/**
 * Numbers that follow from several properties of a layer at once.
 * @param names of the properties
 * @param width how many numbers follow
 * @param write makes them of the properties' own, which come one after another
 */
export function playedTogether(
  layer: Layer,
  context: WebContext,
  {
    names,
    width,
    write,
  }: {
    readonly names: readonly string[]
    readonly width: number
    readonly write: (out: Float64Array, given: Float64Array) => void
  },
): PlayedTogether {
  const properties = names.map((name) => layer.properties[name]!)
  const options = playOptions(layer, context)
  let size = 0
  const tracks = properties.map((property) => {
    const compiled = compiledOf(property, context.library)
    size += compiled.width
    return { compiled, at: size - compiled.width }
  })
  const given = new Float64Array(size)
  const parts = tracks.map(({ compiled, at }) => ({
    compiled,
    into: given.subarray(at, at + compiled.width),
  }))
  const into = (out: Float64Array, sceneTime: number): void => {
    const time = options.clock.timeAt(sceneTime)
    for (const part of parts) playedValueInto(part.into, part.compiled, time)
    write(out, given)
  }
  const isStill = !properties.some(isMoving)
  const first = new Float64Array(width)
  into(first, 0)
  return {
    first,
    isStill,
    track: () => toTrack(playedLooks(into, width, { isStill, options }), toleranceOf(context)),
  }
}
