import { compiledOf, playedValueInto, isMoving } from '../../property/index.ts'
import { identityMatrix, isEverAffected, type Layer } from '../../scene/index.ts'
import { playOptions, toleranceOf, type WebContext } from './webContext.ts'
import type { Move } from './motion/motion.ts'
import { toTrack } from './track.ts'
import { EFFECT_NAMES, EFFECT_WIDTH, filterText, playedEffects } from './markup/effect.ts'
import { chainOf, placeOf } from './placeOf.ts'
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

/** Whether how large and how turned a layer is never changes. */
function isStillPlaced(layer: Layer, context: WebContext): boolean {
  return chainOf(layer, context).every(({ id, properties, turnAlongRoute, rolls }) => {
    const moves = ['turn', 'scale', 'copy turn', 'copy scale'].some(
      (name) => properties[name] !== undefined && isMoving(properties[name]),
    )
    return !moves && turnAlongRoute === undefined && !rolls && !context.copies.has(id)
  })
}
