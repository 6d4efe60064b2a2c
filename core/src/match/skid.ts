import type { BendLibrary } from '../bend/index.ts'
import { compiledOf, PlaceSpan, valueInto } from '../property/index.ts'
import { rolledTurn, type Layer, type LayerRoll, type Scene } from '../scene/index.ts'
import { frameTicks } from '../time/index.ts'

/** How far what should roll slips on what it rolls on. */
export interface Skid {
  /** px from one frame to the next, at every frame from the first; above 0 it turns too far. */
  readonly slips: Float64Array
  /** The scene's frame the first of them is at. */
  readonly first: number
  /** The most of them, px either way, and at which frame. */
  readonly most: { readonly px: number; readonly frame: number }
  /** All of them together, px either way. */
  readonly whole: number
}

const DEGREE = Math.PI / 180

/**
 * The radius, and the side, by which a layer’s own turn fits its route best: it turns as far as it travels from the first key of
 * each to the last. null where one of the two does not move.
 */
export function fittingRoll(
  { properties }: Layer,
  library: BendLibrary,
): Required<Pick<LayerRoll, 'radius' | 'side'>> | null {
  const { position, turn } = properties
  if (!position || !turn || position.split || turn.keys.length < 2) return null
  const way = compiledOf(position, library).spans.reduce(
    (sum, span) => sum + (span instanceof PlaceSpan ? span.route.length : 0),
    0,
  )
  const turned = (turn.keys.at(-1)!.value as number) - (turn.keys[0]!.value as number)
  if (turned === 0 || way === 0) return null
  return { radius: way / (DEGREE * Math.abs(turned)), side: turned < 0 ? 'left' : 'right' }
}

/**
 * How a layer's own turn skids on its route, were it a wheel: per frame the distance its rim turns less the distance it travels.
 * null where its position does not move.
 */
export function skidOf(scene: Scene, layer: Layer, rolls: LayerRoll, library: BendLibrary): Skid | null {
  const { position, turn } = layer.properties
  if (!position || !turn || position.split || position.keys.length < 2) return null
  const rolled = compiledOf(rolledTurn(layer, rolls, library), library)
  const own = compiledOf(turn, library)
  const frame = frameTicks(scene.rate)
  const times = [...rolled.times, ...(turn.keys.length > 1 ? own.times : [])]
  const first = Math.floor(Math.min(...times) / frame)
  const count = Math.ceil(Math.max(...times) / frame) - first
  const [wanted, has] = [new Float64Array(1), new Float64Array(1)]
  const apart = Float64Array.from({ length: count + 1 }, (_, i) => {
    const time = (first + i) * frame
    valueInto(wanted, rolled, time)
    valueInto(has, own, time)
    return (has[0]! - wanted[0]!) * DEGREE * rolls.radius
  })
  const slips = Float64Array.from({ length: count }, (_, i) => apart[i + 1]! - apart[i]!)
  let most = { px: 0, frame: first }
  let whole = 0
  slips.forEach((slip, i) => {
    whole += Math.abs(slip)
    if (Math.abs(slip) > Math.abs(most.px)) most = { px: slip, frame: first + i }
  })
  return { slips, first, most, whole }
}
