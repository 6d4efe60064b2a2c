import { compiledOf, playedValueInto, isMoving } from '../../property/index.ts'
import {
  compileCopying,
  identityMatrix,
  isEverAffected,
  makePlacing,
  multiplyInto,
  ownMatrixInto,
  placeCopy,
  type Layer,
  type Matrix,
} from '../../scene/index.ts'
import { clockOf, playOptions, toleranceOf, type WebContext } from './webContext.ts'
import type { Move } from './motion/motion.ts'
import { toTrack } from './track.ts'
import { EFFECT_NAMES, EFFECT_WIDTH, filterText, playedEffects } from './markup/effect.ts'
import { playedLooks } from './playedLooks.ts'

/**
 * What blurs all that stands in a group, and gives it its shadow, as one thing, in px of the scene it is in: the
 * group's own px as large and as turned as it is at each moment; null for none.
 */
export function placedEffect(group: Layer, context: WebContext): Move | null {
  if (!isEverAffected(group)) return null
  const options = playOptions(group, context)
  const effects = EFFECT_NAMES.map((name) => compiledOf(group.properties[name]!, context.library))
  const given = new Float64Array(EFFECT_WIDTH)
  const widths = effects.map(({ width }) => width)
  const into = widths.map((width, i) => {
    const from = widths.slice(0, i).reduce((sum, one) => sum + one, 0)
    return given.subarray(from, from + width)
  })
  const place = placeOf(group, context)
  const matrix = identityMatrix()
  const placedInto = (out: Float64Array, sceneTime: number): void => {
    const time = options.clock.timeAt(sceneTime)
    effects.forEach((one, i) => playedValueInto(into[i]!, one, time))
    place(matrix, sceneTime)
    const [a, b, c, d] = matrix as unknown as [number, number, number, number]
    const grows = Math.sqrt(Math.abs(a * d - b * c))
    const [blur, spread, x, y] = given as unknown as [number, number, number, number]
    given.set([blur * grows, spread * grows, a * x + c * y, b * x + d * y])
    playedEffects(out, given)
  }
  const isStill = !effects.some(({ property }) => isMoving(property)) && isStillPlaced(group, context)
  const track = toTrack(playedLooks(placedInto, EFFECT_WIDTH, { isStill, options }), toleranceOf(context))
  return { property: 'filter', track, write: filterText }
}

/** A layer and all it rides on, itself first. */
function chainOf(layer: Layer, { layers }: WebContext): readonly Layer[] {
  const chain: Layer[] = []
  for (let at: Layer | undefined = layer; at; at = at.parent === null ? undefined : layers.get(at.parent))
    chain.push(at)
  return chain
}

/** Writes where a layer is in its scene, its copies among those that are written, at a time of the page. */
function placeOf(layer: Layer, context: WebContext): (out: Matrix, sceneTime: number) => void {
  const { library, copies } = context
  const own = identityMatrix()
  const places = chainOf(layer, context).map((at) => ({
    placing: makePlacing(at, library),
    copying: compileCopying(at, library),
    copy: copies.get(at.id) ?? 0,
    clock: clockOf(at, context, copies),
  }))
  return (out, sceneTime) => {
    out.set(identityMatrix())
    for (const { placing, copying, copy, clock } of places) {
      const time = clock.timeAt(sceneTime)
      ownMatrixInto(own, placing, time)
      if (copying) placeCopy(own, copying, copy, time)
      multiplyInto(out, own, out)
    }
  }
}

/** Whether how large and how turned a layer is never changes. */
function isStillPlaced(layer: Layer, context: WebContext): boolean {
  return chainOf(layer, context).every(({ id, properties, turnAlongRoute, rolls }) => {
    const moves = ['turn', 'scale', 'copy turn', 'copy scale'].some(
      (name) => properties[name] !== undefined && isMoving(properties[name]),
    )
    return !moves && turnAlongRoute === undefined && !rolls && !context.copies.has(id)
  })
}
