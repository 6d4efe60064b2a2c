import type { Layer } from '../../scene/index.ts'

/** Why a layer cannot be placed in the frame as a whole, in a sentence; empty where it can. */
export function placedElsewhere({ name, locked, parent, turnAlongRoute, rolls, properties }: Layer): string {
  if (locked) return `“${name}” is locked. Unlock it to change it.`
  if (parent !== null) return `“${name}” rides on another layer, which places it. Let it follow none first.`
  if (properties['position']!.split) return `X and Y of “${name}” are split. Join them first.`
  if (rolls) return `“${name}” rolls along its route. Let it turn by itself first.`
  return turnAlongRoute === undefined ? '' : `“${name}” turns along its route. Let it turn by itself first.`
}
