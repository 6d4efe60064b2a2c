import type { Project } from '@arrow-bend/core/scene'
import { secondsOfTicks } from '@arrow-bend/core/time'
import type { StoredCard } from './database/database.ts'

/** The card of a project. */
export function cardOf(project: Project, changed: number): StoredCard {
  const scene = project.scenes[0]!
  return {
    id: project.id,
    name: project.name,
    seconds: secondsOfTicks(scene.duration),
    size: scene.size,
    changed,
  }
}

/** A card as it was found, whatever it is: what is missing or damaged is made up for. */
export function mendedCard(found: Partial<StoredCard> & { readonly id: string }): StoredCard {
  const { id, name, seconds, size, changed } = found
  const isSize = Array.isArray(size) && size.length === 2 && size.every((side) => Number.isFinite(side))
  return {
    id,
    name: typeof name === 'string' && name !== '' ? name : 'Project without a name',
    seconds: typeof seconds === 'number' && Number.isFinite(seconds) ? seconds : 0,
    size: isSize ? size : [0, 0],
    changed: typeof changed === 'number' && Number.isFinite(changed) ? changed : 0,
  }
}
