import type { Draft } from 'immer'
import {
  distinctName,
  LIMITS,
  makeLayer,
  reachesScene,
  shownScene,
  type Layer,
  type Project,
  type Scene,
} from '../../scene/index.ts'
import { asTicks, secondsOfTicks, type Ticks } from '../../time/index.ts'
import type { Property, Value } from '../../property/index.ts'
import { BadEdit } from '../badEdit.ts'
import { addLayer, layersGoneWith, withOwnIds } from '../layers/layers.ts'
import { layerIn, sceneIn, type MakeId } from '../refs.ts'

/** Throws BadEdit where a scene would come to show itself. */
function checkCanShow(draft: Draft<Project>, sceneId: string, shown: string): void {
  const [scene, other] = [sceneIn(draft, sceneId), sceneIn(draft, shown)]
  if (scene === other) throw new BadEdit(`“${scene.name}” cannot be shown in itself. Nothing was added.`)
  if (reachesScene(draft.scenes as readonly Scene[], shown, sceneId))
    throw new BadEdit(
      `“${other.name}” shows “${scene.name}” already, so it cannot be shown in it. Nothing was added.`,
    )
}

/**
 * Puts a layer on top that shows another scene in the middle of the frame, from its beginning, as long as it lasts.
 * @returns the layer's id
 * @throws BadEdit where the scene would come to show itself, or the scene is full
 */
export function addSceneLayer(draft: Draft<Project>, sceneId: string, shown: string, makeId: MakeId): string {
  checkCanShow(draft, sceneId, shown)
  const scene = sceneIn(draft, sceneId)
  const { name, duration } = sceneIn(draft, shown)
  const id = makeId()
  const made = makeLayer({
    id,
    name: distinctName(
      name,
      scene.layers.map((layer) => layer.name),
    ),
    kind: 'scene',
    span: [asTicks(0), asTicks(Math.min(duration, scene.duration))],
    values: { position: [scene.size[0] / 2, scene.size[1] / 2] },
  })
  addLayer(draft, sceneId, { ...made, source: { scene: shown } })
  return id
}

/** What became of layers that were put into a scene of their own. */
export interface NestReport {
  /** The layer that shows them now. */
  readonly layer: string
  readonly scene: string
  /** Layers that lay between them and now lie beneath. */
  readonly passed: number
}

/**
 * Puts layers, with all that lies in groups among them, into a new scene of the same frame, rate and length, and a layer
 * that shows it where the topmost of them was: the picture stays as it is where nothing lay between them.
 * @throws BadEdit for none, for a locked one, and where one rides on a layer that stays or is ridden on by one
 */
export function nestLayers(
  draft: Draft<Project>,
  sceneId: string,
  ids: readonly string[],
  { name, makeId }: { readonly name: string; readonly makeId: MakeId },
): NestReport {
  const scene = sceneIn(draft, sceneId)
  const going = layersGoneWith(scene as Scene, ids)
  const members = scene.layers.filter((layer) => going.has(layer.id))
  if (members.length === 0)
    throw new BadEdit('Select layers to be put into a scene first. Nothing was changed.')
  if (draft.scenes.length >= LIMITS.scenes)
    throw new BadEdit(`A project holds ${LIMITS.scenes} scenes at most. Nothing was changed.`)
  checkLetGo(scene as Scene, going)
  const places = members.map((layer) => scene.layers.indexOf(layer))
  const [first, last] = [places[0]!, places.at(-1)!]
  const made: Draft<Scene> = {
    id: makeId(),
    name: distinctName(
      name,
      draft.scenes.map((one) => one.name),
    ),
    size: [...scene.size],
    rate: { ...scene.rate },
    duration: scene.duration,
    background: scene.background,
    layers: members,
    markers: [],
    playRange: null,
  }
  // Rules that are about nothing else go along; what goes out of others is no more of them.
  const along = scene.rules?.filter(({ of }) => of.every(({ layer }) => going.has(layer))) ?? []
  if (along.length > 0) made.rules = along
  const { name: sceneName } = made
  scene.layers = scene.layers.filter((layer) => !going.has(layer.id))
  draft.scenes.splice(draft.scenes.indexOf(scene) + 1, 0, made)
  const layer = addSceneLayer(draft, sceneId, made.id, makeId)
  const [shows] = scene.layers.splice(0, 1)
  shows!.name = sceneName
  scene.layers.splice(first, 0, shows!)
  return { layer, scene: made.id, passed: last - first + 1 - members.length }
}

function checkLetGo({ layers }: Scene, going: ReadonlySet<string>): void {
  const nameOf = new Map(layers.map(({ id, name }) => [id, name]))
  for (const { id, name, parent, mask, locked } of layers) {
    if (going.has(id) && locked)
      throw new BadEdit(`“${name}” is locked. Unlock it to put it into a scene. Nothing was changed.`)
    if (mask && going.has(id) !== going.has(mask.layer))
      throw new BadEdit(
        `“${name}” is shown through “${nameOf.get(mask.layer)}”: both have to go into the scene, or its mask be taken away first. Nothing was changed.`,
      )
    if (parent === null || going.has(id) === going.has(parent)) continue
    const [rides, on] = [`“${name}”`, `“${nameOf.get(parent)}”`]
    throw new BadEdit(
      `${rides} rides on ${on}: both have to go into the scene, or ${rides} ride on nothing first. Nothing was changed.`,
    )
  }
}

/**
 * Takes layers that show scenes apart: what stands in the scenes stands there itself, in a group that goes on as the
 * layer did; in none where the layer did nothing. The scenes stay as they are.
 * @returns the layers that are there now, without what lies in groups
 * @throws BadEdit where none shows a scene, or one is locked or cropped
 */
export function takeScenesApart(
  draft: Draft<Project>,
  sceneId: string,
  ids: readonly string[],
  makeId: MakeId,
): string[] {
  const scene = sceneIn(draft, sceneId)
  const uses = scene.layers.filter(({ id, kind }) => kind === 'scene' && ids.includes(id))
  if (uses.length === 0)
    throw new BadEdit('Select a layer that shows a scene to take it apart. Nothing was changed.')
  return uses.flatMap(({ id }) => takeApart(draft, sceneId, id, makeId))
}

function takeApart(draft: Draft<Project>, sceneId: string, id: string, makeId: MakeId): string[] {
  const scene = sceneIn(draft, sceneId)
  const use = layerIn(draft, { scene: sceneId, layer: id })
  if (use.locked)
    throw new BadEdit(`“${use.name}” is locked. Unlock it to take it apart. Nothing was changed.`)
  if (
    Object.entries(use.properties).some(
      ([name, property]) => name.startsWith('crop ') && !isStill(property as Property, 0),
    )
  )
    throw new BadEdit(
      `“${use.name}” is cropped by its frame, which a group has not. Set its crop to 0 first. Nothing was changed.`,
    )
  const shown = sceneIn(draft, shownScene(use as Layer, draft.scenes as readonly Scene[])!.id)
  const idOf = new Map(shown.layers.map((layer) => [layer.id, makeId()]))
  const plain = isPlainUse(use as Layer, shown as Scene, scene as Scene)
  const group = plain ? null : makeId()
  const parts = shown.layers.map((layer) => {
    const own = withOwnIds(layer, idOf, makeId)
    if (own.parent === null) own.parent = group ?? use.parent
    return own
  })
  if (scene.layers.length + parts.length > LIMITS.layers)
    throw new BadEdit(`A scene holds ${LIMITS.layers} layers at most. Nothing was changed.`)
  const standing = group === null ? parts : [groupLike(use as Layer, shown as Scene, group), ...parts]
  scene.layers.splice(scene.layers.indexOf(use), 1, ...(standing as Draft<Layer>[]))
  const stand = group ?? use.parent
  for (const layer of scene.layers) if (layer.parent === id) layer.parent = stand
  return group === null ? parts.flatMap((part) => (part.parent === use.parent ? [part.id] : [])) : [group]
}

const isStill = ({ keys, value }: Property, wanted: Value): boolean =>
  keys.length === 0 && JSON.stringify(value) === JSON.stringify(wanted)

/** Whether a layer shows its scene as it is: over all of the frame, in the scene's own time. */
function isPlainUse(
  { properties, span, mask, turnAlongRoute, rolls }: Layer,
  shown: Scene,
  { size, duration }: Scene,
): boolean {
  const plain: Readonly<Record<string, Value>> = {
    position: [size[0] / 2, size[1] / 2],
    pivot: [0, 0],
    scale: [100, 100],
    turn: 0,
    opacity: 100,
    copies: 1,
    'local time': secondsOfTicks(span[0]),
  }
  const isWhole = span[0] <= 0 && span[1] >= Math.min(duration, shown.duration)
  const isSame = shown.size[0] === size[0] && shown.size[1] === size[1]
  const isUnmoved = Object.entries(plain).every(([name, value]) => isStill(properties[name]!, value))
  const isFree = turnAlongRoute === undefined && rolls === undefined && mask === undefined
  return isFree && isWhole && isSame && isUnmoved
}

/** A group that does to what stands in it what a layer did to the scene it showed: about that scene's corner, not its middle. */
function groupLike(use: Layer, shown: Scene, id: string): Layer {
  const copy = JSON.parse(JSON.stringify(use)) as Draft<Layer>
  delete copy.source
  const toCorner = (value: Value): Value => {
    const [x, y] = value as readonly [number, number]
    return [x + shown.size[0] / 2, y + shown.size[1] / 2]
  }
  const plain = makeLayer({ id, name: use.name, kind: 'group', span: use.span as readonly [Ticks, Ticks] })
  const kept = Object.fromEntries(
    Object.entries(use.properties).filter(
      ([name]) => name in plain.properties || name.startsWith('position '),
    ),
  )
  const pivot = use.properties['pivot']!
  const local = use.properties['local time']!
  return {
    ...(copy as Layer),
    id,
    kind: 'group',
    properties: {
      ...kept,
      pivot: {
        ...pivot,
        value: toCorner(pivot.value),
        keys: pivot.keys.map((key) => ({ ...key, value: toCorner(key.value) })),
      },
      // Without keys a group's time begins with the scene, not with its own span.
      'local time':
        local.keys.length > 0
          ? local
          : { ...local, value: Number(local.value) - secondsOfTicks(use.span[0]) },
    },
  }
}

/** Lets a layer show another scene. Throws BadEdit where its scene would come to show itself. */
export function showScene(
  draft: Draft<Project>,
  ref: { readonly scene: string; readonly layer: string },
  shown: string,
): void {
  checkCanShow(draft, ref.scene, shown)
  const layer = layerIn(draft, ref)
  if (layer.locked) throw new BadEdit(`“${layer.name}” is locked. Unlock it to change it.`)
  if (layer.kind !== 'scene') throw new BadEdit(`“${layer.name}” does not show a scene. Nothing was changed.`)
  layer.source = { scene: shown }
}
