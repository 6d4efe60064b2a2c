import type { BendLibrary } from '../bend/index.ts'
import {
  compiledOf,
  outlineOfNumbers,
  storedValueAt,
  valueInto,
  type CompiledProperty,
  type Outline,
  type Property,
} from '../property/index.ts'
import type { Layer, Scene } from './document.ts'
import { layerById } from './makeLayer.ts'
import { identityMatrix, multiplyInto, type Matrix } from './matrix.ts'
import { makePlacing, ownMatrixInto, type Placing } from './placing.ts'

/** One thing to draw, in its own coordinates: pictures, rectangles and ellipses lie about their middle. */
export interface DrawItem {
  readonly layer: Layer
  /** From the layer's coordinates to the stage. */
  readonly matrix: Matrix
  /** 0 … 1, with the groups' multiplied in. */
  opacity: number
  /** Whether it shows at this moment. */
  shown: boolean
  /** px */
  readonly size: Float64Array
  corner: number
  /** OKLab and alpha. */
  readonly fill: Float64Array
  readonly stroke: Float64Array
  strokeWidth: number
  /** Percent off each side: left, right, top, bottom. */
  readonly crop: Float64Array
  /** The same object as long as the shape is the same. */
  outline: Outline | null
  text: string
  fontSize: number
  weight: number
  letterSpacing: number
  /** Asset id of an image. */
  picture: string
}

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
  readonly writers: readonly Writer[]
  /** The moment it was sampled last, ticks; NaN before that. */
  at: number
  share: number
  shown: boolean
}

type Writer = (item: DrawItem, time: number) => void

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

/** Rewrites the sampler's items for a moment in ticks. Allocates nothing of its own. */
export function sampleSceneInto(sampler: SceneSampler, time: number): readonly DrawItem[] {
  for (const track of sampler.tracks) sampleTrack(track, time)
  return sampler.items
}

/** The draw list of a scene at a moment: fresh items, bottom first, only what shows. */
export function sceneAt(scene: Scene, time: number, library: BendLibrary): DrawItem[] {
  return sampleSceneInto(compileScene(scene, library), time).filter((item) => item.shown)
}

function makeTrack(layer: Layer, parent: LayerTrack | null, library: BendLibrary): LayerTrack {
  const matrix = identityMatrix()
  const item = layer.kind === 'group' ? null : makeItem(layer, matrix)
  return {
    layer,
    parent,
    matrix,
    item,
    placing: makePlacing(layer, library),
    opacity: compiledOf(layer.properties['opacity']!, library),
    writers: item ? makeWriters(layer, library) : [],
    at: NaN,
    share: 1,
    shown: true,
  }
}

function makeItem(layer: Layer, matrix: Matrix): DrawItem {
  const still = (name: string): unknown => layer.properties[name]?.value
  return {
    layer,
    matrix,
    opacity: 1,
    shown: true,
    size: new Float64Array(2),
    corner: 0,
    fill: new Float64Array(4),
    stroke: new Float64Array(4),
    strokeWidth: 0,
    crop: new Float64Array(4),
    outline: (still('outline') as Outline | undefined) ?? null,
    text: String(still('content') ?? ''),
    fontSize: 0,
    weight: 0,
    letterSpacing: 0,
    picture: String(still('picture') ?? ''),
  }
}

const one = new Float64Array(1)

/** One writer for each property that is no part of the transform. */
function makeWriters(layer: Layer, library: BendLibrary): Writer[] {
  const writers: Writer[] = []
  const compiled = (name: string): CompiledProperty | null => {
    const property = layer.properties[name]
    return property ? compiledOf(property, library) : null
  }
  const list = (name: string, target: (item: DrawItem) => Float64Array): void => {
    const track = compiled(name)
    if (track) writers.push((item, time) => valueInto(target(item), track, time))
  }
  const number = (name: string, write: (item: DrawItem, value: number) => void): void => {
    const track = compiled(name)
    if (!track) return
    writers.push((item, time) => {
      valueInto(one, track, time)
      write(item, one[0]!)
    })
  }
  const choice = (name: string, write: (item: DrawItem, value: string) => void): void => {
    const track = compiled(name)
    if (track && track.keys.length > 0)
      writers.push((item, time) => write(item, String(storedValueAt(track, time))))
  }
  list('size', (item) => item.size)
  list('fill', (item) => item.fill)
  list('stroke', (item) => item.stroke)
  number('corner', (item, value) => (item.corner = Math.max(0, value)))
  number('stroke width', (item, value) => (item.strokeWidth = Math.max(0, value)))
  number('font size', (item, value) => (item.fontSize = Math.max(0, value)))
  number('weight', (item, value) => (item.weight = value))
  number('letter spacing', (item, value) => (item.letterSpacing = value))
  ;['crop left', 'crop right', 'crop top', 'crop bottom'].forEach((name, side) => {
    number(name, (item, value) => (item.crop[side] = Math.min(100, Math.max(0, value))))
  })
  choice('content', (item, value) => (item.text = value))
  choice('picture', (item, value) => (item.picture = value))
  const outline = layer.properties['outline']
  if (outline && outline.keys.length > 0) writers.push(outlineWriter(outline, library))
  return writers
}

/** Rewrites the outline only when a vertex has moved. */
function outlineWriter(property: Property, library: BendLibrary): Writer {
  const compiled = compiledOf(property, library)
  const { closed } = property.keys[0]!.value as Outline
  const numbers = new Float64Array(compiled.width)
  const shown = new Float64Array(compiled.width).fill(NaN)
  return (item, time) => {
    valueInto(numbers, compiled, time)
    if (numbers.every((part, i) => part === shown[i])) return
    shown.set(numbers)
    item.outline = outlineOfNumbers(numbers, closed)
  }
}

/** The map to the stage from what a layer rides on, at a moment; the identity for one that rides on nothing. */
export function parentMatrixAt(scene: Scene, layerId: string, time: number, library: BendLibrary): Matrix {
  const matrix = identityMatrix()
  let at = layerById(scene, layerId)?.parent ?? null
  // Most ride on nothing, and are not to wait for a list of all.
  if (at === null) return matrix
  const layers = new Map(scene.layers.map((layer) => [layer.id, layer]))
  const own = identityMatrix()
  for (; at !== null; at = layers.get(at)?.parent ?? null) {
    ownMatrixInto(own, makePlacing(layers.get(at)!, library), time)
    multiplyInto(matrix, own, matrix)
  }
  return matrix
}

/** The map to the stage from a layer's own coordinates, at a moment. */
export function ownMatrixAt(scene: Scene, layerId: string, time: number, library: BendLibrary): Matrix {
  const layer = scene.layers.find(({ id }) => id === layerId)
  const matrix = identityMatrix()
  if (layer) ownMatrixInto(matrix, makePlacing(layer, library), time)
  multiplyInto(matrix, parentMatrixAt(scene, layerId, time, library), matrix)
  return matrix
}

function sampleTrack(track: LayerTrack, time: number): void {
  // What was taken over from another sampler, and not moved in time, is as it was.
  if (track.at === time) return
  track.at = time
  const { layer, parent, item } = track
  const inSpan = time >= layer.span[0] && time < layer.span[1]
  const group = parent?.layer.kind === 'group' ? parent : null
  track.shown = layer.visible && inSpan && (group?.shown ?? true)
  ownMatrixInto(track.matrix, track.placing, time)
  if (parent) multiplyInto(track.matrix, parent.matrix, track.matrix)
  valueInto(one, track.opacity, time)
  track.share = Math.min(1, Math.max(0, one[0]! / 100)) * (group?.share ?? 1)
  if (!item) return
  item.shown = track.shown
  item.opacity = track.share
  if (item.shown) for (const write of track.writers) write(item, time)
}
