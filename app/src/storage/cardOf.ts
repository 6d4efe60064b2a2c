import type { Project } from '@arrow-bend/core/scene'
import { secondsOfTicks } from '@arrow-bend/core/time'
import type { ProjectCard } from './database.ts'

/** The card of a project; its thumbnail is added once drawn. */
export function cardOf(project: Project, changed: number): Omit<ProjectCard, 'thumbnail'> {
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
export function mendedCard(found: Partial<ProjectCard> & { readonly id: string }): ProjectCard {
  const { id, name, seconds, size, changed, thumbnail } = found
  const isSize = Array.isArray(size) && size.length === 2 && size.every((side) => Number.isFinite(side))
  return {
    id,
    name: typeof name === 'string' && name !== '' ? name : 'Project without a name',
    seconds: typeof seconds === 'number' && Number.isFinite(seconds) ? seconds : 0,
    size: isSize ? size : [0, 0],
    changed: typeof changed === 'number' && Number.isFinite(changed) ? changed : 0,
    thumbnail: thumbnail instanceof Blob ? thumbnail : null,
  }
}
