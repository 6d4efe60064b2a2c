import { scaledLift, type BendLibrary } from '../../bend/index.ts'
import {
  compiledOf,
  PlaceSpan,
  type CompiledProperty,
  type Key,
  type Property,
} from '../../property/index.ts'
import type { Layer, LayerRoll } from '../document.ts'

interface Known {
  readonly rolls: LayerRoll
  readonly compiled: CompiledProperty
  readonly turn: Property
}

const KNOWN = new WeakMap<Property, Known>()

/**
 * The turn of a layer that rolls along its route: offset ± 360° · d / (2π · radius), d the distance travelled along the
 * route since its first key, backing up counted back. It has the keys and bends the route is travelled by, so that it is an
 * ordinary turn, exact at every moment; live patterns and positions that are split carry it nowhere.
 * Source: the motion model, section 16.
 */
export function rolledTurn(
  { properties }: Pick<Layer, 'properties'>,
  rolls: LayerRoll,
  library: BendLibrary,
): Property {
  const position = properties['position']!
  const compiled = compiledOf(position, library)
  const known = KNOWN.get(position)
  if (known?.rolls === rolls && known.compiled === compiled) return known.turn
  const { radius, offset = 0, side = 'right' } = rolls
  const factor = ((side === 'left' ? -1 : 1) * 180) / (Math.PI * radius)
  let travelled = 0
  const keys = position.split
    ? []
    : compiled.keys.map(({ id, t }, i): Key => {
        const value = offset + factor * travelled
        const span = compiled.spans[i]
        if (span instanceof PlaceSpan) travelled += span.route.length
        const bend = compiled.bends[i]
        // Bumps in px of the route are degrees of the turn.
        return { id, t, value, bend: bend ? scaledLift(bend, factor) : { kind: 'linear' }, through: 'corner' }
      })
  const turn: Property = {
    kind: 'turn',
    value: offset,
    keys,
    ...(position.before ? { before: position.before } : {}),
    ...(position.after ? { after: position.after } : {}),
  }
  KNOWN.set(position, { rolls, compiled, turn })
  return turn
}
