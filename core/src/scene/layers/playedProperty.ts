import type { BendLibrary } from '../../bend/index.ts'
import type { Property } from '../../property/index.ts'
import type { Layer } from '../document.ts'
import { LOCAL_TIME, runningTime } from './localTime.ts'
import { rolledTurn } from './rolledTurn.ts'

/**
 * A property as it plays: the turn of a layer that rolls follows its route; a local time without keys runs on; every other is
 * returned as it is.
 * @param name of the property, which the layer has
 */
export function playedProperty(layer: Layer, name: string, library: BendLibrary): Property {
  if (name === 'turn' && layer.rolls) return rolledTurn(layer, layer.rolls, library)
  if (name === LOCAL_TIME.name) return runningTime(layer)
  return layer.properties[name]!
}
