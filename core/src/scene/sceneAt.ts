import { clamp } from '../number/index.ts'
import type { BendLibrary } from '../bend/index.ts'
import { compiledOf, valueInto, type CompiledProperty } from '../property/index.ts'
import type { Layer, Scene } from './document.ts'
import type { DrawBase } from './layers/drawBase.ts'
import type { KindArt } from './layers/layerKind.ts'
import { LAYER_KIND_RECORDS, type DrawItem } from './layers/layerKinds.ts'
import { propertyReader, type PropertyWriter } from './layers/propertyReader.ts'
import { compileInnerTime, innerTimeAt, layerTimeAt, type InnerTime } from './layerTime.ts'
import { layerById } from './makeLayer.ts'
import { identityMatrix, multiplyInto, type Matrix } from './matrix.ts'
import { makePlacing, ownMatrixInto, type Placing } from './placing.ts'

const one = new Float64Array(1)

/** A scene made ready to be sampled again and again. Belongs to one scene object. */
export interface SceneSampler {
  readonly scene: Scene
  readonly library: BendLibrary
  /** One for each drawn layer, bottom first; rewritten by `sampleSceneInto`. */
  readonly items: readonly DrawItem[]
  /** For every layer, groups too, parents before those that ride on them. */
  readonly tracks: readonly LayerTrack[]
}

interface LayerTrack {
  readonly layer: Layer
  readonly parent: LayerTrack | null
  readonly matrix: Matrix
  readonly item: DrawItem | null
  readonly placing: Placing
  readonly opacity: CompiledProperty
  readonly writers: readonly PropertyWriter[]
  /** The time of what stands in it, where it is a group. */
  readonly innerTime: InnerTime
  /** The scene time it was sampled at last, ticks; NaN before that. */
  at: number
  /** The layer time of what stands in it then. */
  inner: number
  share: number
  shown: boolean
}

/**
 * Makes a scene ready. Throws nothing for a valid document.
 * @param library the project's named bends
 * @param former a sampler that is not sampled any more: what it made of layers that are the same objects is taken over
 */
export function compileScene(scene: Scene, library: BendLibrary, former?: SceneSampler): SceneSampler {
  const layers = new Map(scene.layers.map((layer) => [layer.id, layer]))
  const made = new Map(
    former?.library === library ? former.tracks.map((track) => [track.layer, track] as const) : [],
  )
  const tracks = new Map<string, LayerTrack>()
  const trackOf = (layer: Layer): LayerTrack => {
    const known = tracks.get(layer.id)
    if (known) return known
    const above = layer.parent === null ? undefined : layers.get(layer.parent)
    const parent = above ? trackOf(above) : null
    const old = made.get(layer)
    const track = old?.parent === parent ? old : makeTrack(layer, parent, library)
    tracks.set(layer.id, track)
    return track
  }
  const bottomFirst = [...scene.layers].reverse().map(trackOf)
  return {
    scene,
    library,
    tracks: [...tracks.values()],
    items: bottomFirst.flatMap((track) => track.item ?? []),
  }
}

/** Rewrites the sampler's items for a scene time in ticks. Allocates nothing of its own. */
export function sampleSceneInto(sampler: SceneSampler, time: number): readonly DrawItem[] {
  for (const track of sampler.tracks) sampleTrack(track, time)
  return sampler.items
}

/** The draw list of a scene at a moment: fresh items, bottom first, only what shows. */
export function sceneAt(scene: Scene, time: number, library: BendLibrary): DrawItem[] {
  return sampleSceneInto(compileScene(scene, library), time).filter((item) => item.shown)
}

function makeTrack(layer: Layer, parent: LayerTrack | null, library: BendLibrary): LayerTrack {
  const base: DrawBase = { layer, matrix: identityMatrix(), opacity: 1, shown: true }
  return {
    layer,
    parent,
    matrix: base.matrix,
    ...makeArt(base, library),
    placing: makePlacing(layer, library),
    opacity: compiledOf(layer.properties['opacity']!, library),
    innerTime: compileInnerTime(layer, library),
    at: NaN,
    inner: NaN,
    share: 1,
    shown: true,
  }
}

function makeArt(base: DrawBase, library: BendLibrary): Pick<LayerTrack, 'item' | 'writers'> {
  // Each kind's art makes and writes its own kind of item, which the table's type says and a union forgets.
  const art = LAYER_KIND_RECORDS[base.layer.kind].art as KindArt<DrawBase> | null
  if (!art) return { item: null, writers: [] }
  const item = art.make(base, base.layer)
  return { item: item as DrawItem, writers: art.writers(item, propertyReader(base.layer, library)) }
}

/** The map to the stage from what a layer rides on, at a scene time; the identity for one that rides on nothing. */
export function parentMatrixAt(scene: Scene, layerId: string, time: number, library: BendLibrary): Matrix {
  const matrix = identityMatrix()
  let at = layerById(scene, layerId)?.parent ?? null
  // Most ride on nothing, and are not to wait for a list of all.
  if (at === null) return matrix
  const layers = new Map(scene.layers.map((layer) => [layer.id, layer]))
  const own = identityMatrix()
  for (; at !== null; at = layers.get(at)?.parent ?? null) {
    ownMatrixInto(own, makePlacing(layers.get(at)!, library), layerTimeAt(scene, at, time, library))
    multiplyInto(matrix, own, matrix)
  }
  return matrix
}

/** The map to the stage from a layer's own coordinates, at a scene time. */
export function ownMatrixAt(scene: Scene, layerId: string, time: number, library: BendLibrary): Matrix {
  const layer = scene.layers.find(({ id }) => id === layerId)
  const matrix = identityMatrix()
  if (layer) ownMatrixInto(matrix, makePlacing(layer, library), layerTimeAt(scene, layerId, time, library))
  multiplyInto(matrix, parentMatrixAt(scene, layerId, time, library), matrix)
  return matrix
}

function sampleTrack(track: LayerTrack, sceneTime: number): void {
  // What was taken over from another sampler, and not moved in time, is as it was.
  if (track.at === sceneTime) return
  track.at = sceneTime
  const { layer, parent, item } = track
  const group = parent?.layer.kind === 'group' ? parent : null
  const time = group ? group.inner : sceneTime
  track.inner = innerTimeAt(track.innerTime, time)
  const inSpan = time >= layer.span[0] && time < layer.span[1]
  track.shown = layer.visible && inSpan && (group?.shown ?? true)
  ownMatrixInto(track.matrix, track.placing, time)
  if (parent) multiplyInto(track.matrix, parent.matrix, track.matrix)
  valueInto(one, track.opacity, time)
  track.share = clamp(one[0]! / 100, 0, 1) * (group?.share ?? 1)
  if (!item) return
  item.shown = track.shown
  item.opacity = track.share
  if (item.shown) for (const write of track.writers) write(time)
}
