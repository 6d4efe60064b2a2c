import { clamp } from '../../number/index.ts'
import type { Draft } from 'immer'
import { distinctName, LIMITS, type Project, type Scene } from '../../scene/index.ts'
import type { Ticks } from '../../time/index.ts'
import { BadEdit } from '../badEdit.ts'
import { readName, withOwnIds } from '../layers/layers.ts'
import { sceneIn, type MakeId } from '../refs.ts'

/** Sets the stretch that is played and looped, or clears it with null. Throws BadEdit when it would be empty. */
export function setPlayRange(
  draft: Draft<Project>,
  sceneId: string,
  range: readonly [from: Ticks, to: Ticks] | null,
): void {
  if (range && range[0] >= range[1])
    throw new BadEdit('A play range has to start before it ends. The old one was kept.')
  sceneIn(draft, sceneId).playRange = range ? [range[0], range[1]] : null
}

function checkRoom({ scenes }: Draft<Project>): void {
  if (scenes.length >= LIMITS.scenes)
    throw new BadEdit(`A project holds ${LIMITS.scenes} scenes at most. Nothing was added.`)
}

const freeName = ({ scenes }: Draft<Project>, wanted: string): string =>
  distinctName(
    wanted,
    scenes.map(({ name }) => name),
  )

/**
 * Adds an empty scene after another: of the same size, rate, length and background.
 * @returns its id
 * @throws BadEdit when there are as many as a project holds
 */
export function addScene(draft: Draft<Project>, after: string, makeId: MakeId): string {
  const like = sceneIn(draft, after)
  checkRoom(draft)
  const id = makeId()
  const scene: Draft<Scene> = {
    id,
    name: freeName(draft, `Scene ${draft.scenes.length + 1}`),
    size: [...like.size],
    rate: { ...like.rate },
    duration: like.duration,
    background: like.background,
    layers: [],
    markers: [],
    playRange: null,
  }
  draft.scenes.splice(draft.scenes.indexOf(like) + 1, 0, scene)
  return id
}

/**
 * Puts a copy of a scene after it; its layers, keys and markers have ids of their own.
 * @returns the id of the copy
 * @throws BadEdit when there are as many as a project holds
 */
export function duplicateScene(draft: Draft<Project>, id: string, makeId: MakeId): string {
  const scene = sceneIn(draft, id)
  checkRoom(draft)
  const copy = JSON.parse(JSON.stringify(scene)) as Draft<Scene>
  copy.id = makeId()
  copy.name = freeName(draft, `${scene.name.slice(0, LIMITS.nameLength - 9)} copy`)
  const idOf = new Map(copy.layers.map((layer) => [layer.id, makeId()]))
  copy.layers = scene.layers.map((layer) => withOwnIds(layer, idOf, makeId))
  for (const marker of copy.markers) marker.id = makeId()
  for (const rule of copy.rules ?? []) {
    rule.id = makeId()
    for (const member of rule.of) member.layer = idOf.get(member.layer) ?? member.layer
  }
  draft.scenes.splice(draft.scenes.indexOf(scene) + 1, 0, copy)
  return copy.id
}

/** Renames a scene. Throws BadEdit for an empty or overlong name. */
export function renameScene(draft: Draft<Project>, id: string, name: string): void {
  sceneIn(draft, id).name = readName(name)
}

/** Moves a scene among the others, by places; it stops at the ends. */
export function moveScene(draft: Draft<Project>, id: string, by: number): void {
  const scene = sceneIn(draft, id)
  const from = draft.scenes.indexOf(scene)
  const to = clamp(from + by, 0, draft.scenes.length - 1)
  if (to === from) return
  draft.scenes.splice(from, 1)
  draft.scenes.splice(to, 0, scene)
}

/**
 * Takes a scene away.
 * @returns the id of the scene to show instead: the one before it, or the new first
 * @throws BadEdit for the last one, and for one that another shows
 */
export function removeScene(draft: Draft<Project>, id: string): string {
  const at = draft.scenes.indexOf(sceneIn(draft, id))
  if (draft.scenes.length === 1)
    throw new BadEdit('A project has at least one scene, so the last one stays. Nothing was changed.')
  const shows = draft.scenes.find(({ layers }) =>
    layers.some(({ source }) => source && 'scene' in source && source.scene === id),
  )
  if (shows)
    throw new BadEdit(
      `“${draft.scenes[at]!.name}” is shown in “${shows.name}”, so it stays. Take it out of there first. Nothing was changed.`,
    )
  draft.scenes.splice(at, 1)
  return draft.scenes[Math.max(0, at - 1)]!.id
}
