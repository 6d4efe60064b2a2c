import type { Draft } from 'immer'
import { rolledTurn, type Layer, type LayerRoll, type Project } from '../../scene/index.ts'
import { BadEdit } from '../badEdit.ts'
import { libraryIn, undrafted } from '../editProperty.ts'
import { layerIn, type LayerRef } from '../refs.ts'

/**
 * Lets a layer roll along its route: its turn follows the distance, and keys and patterns of its own turn go. null: it does
 * not, and stays turned as it stood at its first key.
 * @throws BadEdit for a layer that is locked or whose position is split, for a radius that is not more than 0 and for an
 *   offset that is no number
 */
export function setRolls(draft: Draft<Project>, ref: LayerRef, rolls: LayerRoll | null): void {
  const drafted = layerIn(draft, ref)
  const layer = undrafted<Layer>(drafted)
  checkFree(layer)
  const turn = layer.properties['turn']!
  if (rolls === null) {
    if (!layer.rolls) return
    delete drafted.rolls
    drafted.properties['turn'] = { ...turn, value: layer.rolls.offset ?? 0 } as Draft<typeof turn>
    return
  }
  if (!(rolls.radius > 0 && Number.isFinite(rolls.radius)))
    throw new BadEdit('A radius is a number above 0. Nothing was changed.')
  if (rolls.offset !== undefined && !Number.isFinite(rolls.offset))
    throw new BadEdit('An angle has to be a number. The old one was kept.')
  if (layer.properties['position']!.split)
    throw new BadEdit(
      `The position of “${layer.name}” is split into X and Y, which have no distance along a route. Join it first. Nothing was changed.`,
    )
  drafted.rolls = rolls
  delete drafted.turnAlongRoute
  if (turn.keys.length > 0 || turn.patterns)
    drafted.properties['turn'] = { kind: 'turn', value: turn.value as number, keys: [] }
}

/**
 * Lifts a layer's tie to its route off again: turn keys that play the same, at every moment, one at each key of the route.
 * @returns how many keys
 * @throws BadEdit for a layer that is locked or does not roll
 */
export function rollAsKeys(draft: Draft<Project>, ref: LayerRef): number {
  const drafted = layerIn(draft, ref)
  const layer = undrafted<Layer>(drafted)
  checkFree(layer)
  if (!layer.rolls) throw new BadEdit(`“${layer.name}” does not roll. Nothing was changed.`)
  const turn = rolledTurn(layer, layer.rolls, libraryIn(draft))
  delete drafted.rolls
  drafted.properties['turn'] = turn as Draft<typeof turn>
  return turn.keys.length
}

function checkFree({ name, locked }: Layer): void {
  if (locked) throw new BadEdit(`“${name}” is locked. Unlock it to change it.`)
}
