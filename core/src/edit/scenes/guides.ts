import type { Draft } from 'immer'
import { LIMITS, type Project } from '../../scene/index.ts'
import { BadEdit } from '../badEdit.ts'
import { sceneIn } from '../refs.ts'

/** Names a guide of a scene: an upright one stands at an x, a level one lies at a y. */
export interface GuideRef {
  readonly scene: string
  readonly axis: 'x' | 'y'
  readonly index: number
}

const readPlace = (at: number): number => {
  if (!Number.isFinite(at) || Math.abs(at) > LIMITS.magnitude)
    throw new BadEdit('A guide has to stand at a number. Nothing was changed.')
  return at
}

/** Adds a guide at a place, px. Returns its index. Throws BadEdit for no number, or when there are too many. */
export function addGuide(
  draft: Draft<Project>,
  { scene: id, axis }: Omit<GuideRef, 'index'>,
  at: number,
): number {
  const scene = sceneIn(draft, id)
  const guides = (scene.guides ??= { x: [], y: [] })
  if (guides[axis].length >= LIMITS.guides)
    throw new BadEdit(`A scene holds ${LIMITS.guides} guides each way at most. Nothing was added.`)
  return guides[axis].push(readPlace(at)) - 1
}

/** Moves a guide. Throws BadEdit when it is gone, or for no number. */
export function moveGuide(draft: Draft<Project>, { scene, axis, index }: GuideRef, at: number): void {
  const list = sceneIn(draft, scene).guides?.[axis]
  if (list?.[index] === undefined) throw new BadEdit('That guide is no longer there. Nothing was changed.')
  list[index] = readPlace(at)
}

/** Takes a guide away, or all of a scene with `index` left out. */
export function removeGuides(draft: Draft<Project>, sceneId: string, which?: GuideRef): void {
  const scene = sceneIn(draft, sceneId)
  if (which) scene.guides?.[which.axis].splice(which.index, 1)
  const left = (scene.guides?.x.length ?? 0) + (scene.guides?.y.length ?? 0)
  if (!which || left === 0) delete scene.guides
}
