import type { Draft } from 'immer'
import type { Vec2 } from '../../route/index.ts'
import {
  applyMatrix,
  identityMatrix,
  invertMatrix,
  makeLayer,
  multiplyInto,
  ownMatrixAt,
  parentMatrixAt,
  type Layer,
  type Matrix,
  type Project,
} from '../../scene/index.ts'
import type { Ticks } from '../../time/index.ts'
import { BadEdit } from '../badEdit.ts'
import { editProperty, libraryIn } from '../editProperty.ts'
import { addLayer, readName } from './layers.ts'
import { layerIn, sceneBefore, sceneIn, type MakeId } from '../refs.ts'
import { transformRoutes } from '../routes/routes.ts'
import { shiftNumbers, shiftPosition } from '../routes/shiftPosition.ts'

/**
 * Lets layers ride on another (a group, or any layer they follow), or on nothing.
 * @throws BadEdit for a layer that is gone or locked, or when one would come to ride on itself
 */
export function setParent(
  draft: Draft<Project>,
  sceneId: string,
  ids: readonly string[],
  parent: string | null,
): void {
  const scene = sceneIn(draft, sceneId)
  const parents = new Map(scene.layers.map((layer) => [layer.id, layer.parent]))
  const above = parent === null ? null : layerIn(draft, { scene: sceneId, layer: parent })
  for (const id of ids) {
    const layer = layerIn(draft, { scene: sceneId, layer: id })
    if (layer.locked) throw new BadEdit(`“${layer.name}” is locked. Unlock it to change it.`)
    for (let at = parent; at !== null; at = parents.get(at) ?? null) {
      if (at !== id) continue
      const why = parent === id ? 'itself' : `“${above!.name}”, which rides on it already`
      throw new BadEdit(`“${layer.name}” cannot ride on ${why}. Nothing was changed.`)
    }
    layer.parent = parent
    parents.set(id, parent)
  }
  // A mask that rides on another than what it masks does not travel along with that any more.
  for (const { id, mask } of scene.layers)
    if (mask?.follows && parents.get(mask.layer) !== id) delete mask.follows
}

/** Turns a layer with the direction of its route, by `degrees` more; null: it does not turn with it. */
export function setTurnAlongRoute(
  draft: Draft<Project>,
  ref: { readonly scene: string; readonly layer: string },
  degrees: number | null,
): void {
  const layer = layerIn(draft, ref)
  if (layer.locked) throw new BadEdit(`“${layer.name}” is locked. Unlock it to change it.`)
  if (degrees === null) delete layer.turnAlongRoute
  else if (Number.isFinite(degrees)) {
    layer.turnAlongRoute = degrees
    delete layer.rolls
  } else throw new BadEdit('An angle has to be a number. The old one was kept.')
}

/**
 * Lets layers ride on another and stay where they are at a moment: position (all of the route), turn and scale make up
 * for what they now ride on. Where that stands still and is scaled alike in both directions, they stay at every moment.
 * @throws BadEdit as `setParent`, and where the new parent is flattened to nothing
 */
export function followInPlace(
  draft: Draft<Project>,
  sceneId: string,
  ids: readonly string[],
  { parent, time }: { readonly parent: string | null; readonly time: Ticks },
): void {
  const scene = sceneBefore(draft, sceneId)
  const library = libraryIn(draft)
  const onto = parent === null ? null : ownMatrixAt(scene, parent, time, library)
  const inverse = onto && invertMatrix(onto)
  if (onto && !inverse)
    throw new BadEdit(
      'That layer is scaled to nothing at this moment, so nothing can ride on it. Nothing was changed.',
    )
  for (const id of ids) {
    const before = parentMatrixAt(scene, id, time, library)
    setParent(draft, sceneId, [id], parent)
    if (inverse) multiplyInto(before, inverse, before)
    applyToLayer(draft, { scene: sceneId, layer: id }, before)
  }
}

/** Puts a map in front of a layer's own transform. */
function applyToLayer(
  draft: Draft<Project>,
  ref: { readonly scene: string; readonly layer: string },
  matrix: Matrix,
): void {
  const [a, b, c, d, e, f] = matrix as unknown as [number, number, number, number, number, number]
  if (layerIn(draft, ref).properties['position']!.split) shiftPosition(draft, ref, [e, f])
  else transformRoutes(draft, [{ ...ref, property: 'position' }], { matrix: [a, b, c, d], by: [e, f] })
  const degrees = (Math.atan2(b, a) * 180) / Math.PI
  shiftNumbers(draft, { ...ref, property: 'turn' }, degrees)
  const [across, along] = [Math.hypot(a, b), Math.hypot(c, d) * (a * d - b * c < 0 ? -1 : 1)]
  if (across === 1 && along === 1) return
  editProperty(draft, { ...ref, property: 'scale' }, (given) => {
    const scaled = (value: unknown): readonly [number, number] => {
      const [x, y] = value as readonly [number, number]
      return [x * across, y * along]
    }
    return {
      ...given,
      value: scaled(given.value),
      keys: given.keys.map((key) => ({ ...key, value: scaled(key.value) })),
    }
  })
}

/**
 * Puts layers into a new group, which stands where the topmost of them does. Their order and the picture stay; layers
 * that ride on others of them go on doing so.
 * @param middle where its pivot is to stand, px of the stage, and when; the stage's corner when left out
 * @returns the group's id
 * @throws BadEdit for no layers, a bad name or a full scene
 */
export function groupLayers(
  draft: Draft<Project>,
  sceneId: string,
  ids: readonly string[],
  {
    name,
    makeId,
    middle,
  }: {
    readonly name: string
    readonly makeId: MakeId
    readonly middle?: { readonly at: Vec2; readonly time: Ticks }
  },
): string {
  const scene = sceneIn(draft, sceneId)
  const chosen = new Set(ids)
  const members = scene.layers.filter((layer) => chosen.has(layer.id))
  const [top] = members
  if (!top) throw new BadEdit('Select layers to be grouped first. Nothing was changed.')
  const id = makeId()
  const parent = chosen.has(top.parent ?? '') ? null : top.parent
  const starts = members.map(({ span }) => span[0] as Ticks)
  const ends = members.map(({ span }) => span[1] as Ticks)
  const group: Layer = makeLayer({
    id,
    name: readName(name),
    kind: 'group',
    parent,
    span: [starts.reduce((a, b) => (a < b ? a : b)), ends.reduce((a, b) => (a > b ? a : b))],
    values: middle ? turnedAbout(draft, sceneId, { parent, ...middle }) : {},
  })
  addLayer(draft, sceneId, group, scene.layers.indexOf(top))
  const riding = members.filter((layer) => !chosen.has(layer.parent ?? '') && layer.parent === parent)
  setParent(
    draft,
    sceneId,
    riding.map((layer) => layer.id),
    id,
  )
  return id
}

/** Position and pivot that leave everything where it is, and let it turn about a point of the stage, to whole px. */
function turnedAbout(
  draft: Draft<Project>,
  sceneId: string,
  { parent, at, time }: { readonly parent: string | null; readonly at: Vec2; readonly time: Ticks },
): Readonly<Record<string, Vec2>> {
  const outer = parent && ownMatrixAt(sceneBefore(draft, sceneId), parent, time, libraryIn(draft))
  const inverse = outer ? invertMatrix(outer) : identityMatrix()
  if (!inverse) return {}
  const [x, y] = applyMatrix(inverse, ...at)
  const point: Vec2 = [Math.round(x), Math.round(y)]
  return { position: point, pivot: point }
}
