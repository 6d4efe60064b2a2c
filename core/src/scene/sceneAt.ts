import { compiledOf, valueInto, type CompiledProperty, type Outline } from '../property/index.ts'
import type { Layer, Scene } from './document.ts'
import { identityMatrix, multiplyInto, transformInto, type Matrix } from './matrix.ts'

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
  readonly outline: Outline | null
  readonly text: string
  fontSize: number
  weight: number
  letterSpacing: number
  /** Asset id of an image. */
  readonly picture: string
}

/** A scene made ready to be sampled again and again. Belongs to one scene object. */
export interface SceneSampler {
  readonly scene: Scene
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
  readonly position: CompiledProperty
  readonly pivot: CompiledProperty
  readonly scale: CompiledProperty
  readonly turn: CompiledProperty
  readonly opacity: CompiledProperty
  readonly writers: readonly Writer[]
  share: number
  shown: boolean
}

type Writer = (item: DrawItem, time: number) => void

/** Makes a scene ready. Throws nothing for a valid document. */
export function compileScene(scene: Scene): SceneSampler {
  const layers = new Map(scene.layers.map((layer) => [layer.id, layer]))
  const tracks = new Map<string, LayerTrack>()
  const trackOf = (layer: Layer): LayerTrack => {
    const known = tracks.get(layer.id)
    if (known) return known
    const above = layer.parent === null ? undefined : layers.get(layer.parent)
    const made = makeTrack(layer, above ? trackOf(above) : null)
    tracks.set(layer.id, made)
    return made
  }
  const bottomFirst = [...scene.layers].reverse().map(trackOf)
  return {
    scene,
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
export function sceneAt(scene: Scene, time: number): DrawItem[] {
  return sampleSceneInto(compileScene(scene), time).filter((item) => item.shown)
}

function makeTrack(layer: Layer, parent: LayerTrack | null): LayerTrack {
  const matrix = identityMatrix()
  const item = layer.kind === 'group' ? null : makeItem(layer, matrix)
  const compiled = (name: string): CompiledProperty => compiledOf(layer.properties[name]!)
  return {
    layer,
    parent,
    matrix,
    item,
    position: compiled('position'),
    pivot: compiled('pivot'),
    scale: compiled('scale'),
    turn: compiled('turn'),
    opacity: compiled('opacity'),
    writers: item ? makeWriters(layer) : [],
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
const position = new Float64Array(2)
const pivot = new Float64Array(2)
const scale = new Float64Array(2)

/** One writer for each property that is no part of the transform. */
function makeWriters(layer: Layer): Writer[] {
  const writers: Writer[] = []
  const list = (name: string, target: (item: DrawItem) => Float64Array): void => {
    const property = layer.properties[name]
    if (!property) return
    const compiled = compiledOf(property)
    writers.push((item, time) => valueInto(target(item), compiled, time))
  }
  const number = (name: string, write: (item: DrawItem, value: number) => void): void => {
    const property = layer.properties[name]
    if (!property) return
    const compiled = compiledOf(property)
    writers.push((item, time) => {
      valueInto(one, compiled, time)
      write(item, one[0]!)
    })
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
  return writers
}

/** What places a layer, made ready. */
type Placing = Pick<LayerTrack, 'position' | 'pivot' | 'scale' | 'turn'>

function ownMatrixInto(out: Matrix, placing: Placing, time: number): void {
  valueInto(position, placing.position, time)
  valueInto(pivot, placing.pivot, time)
  valueInto(scale, placing.scale, time)
  valueInto(one, placing.turn, time)
  transformInto(out, { position, pivot, scale, turnDegrees: one[0]! })
}

/** The map to the stage from what a layer rides on, at a moment; the identity for one that rides on nothing. */
export function parentMatrixAt(scene: Scene, layerId: string, time: number): Matrix {
  const layers = new Map(scene.layers.map((layer) => [layer.id, layer]))
  const matrix = identityMatrix()
  const own = identityMatrix()
  for (let at = layers.get(layerId)?.parent ?? null; at !== null; at = layers.get(at)?.parent ?? null) {
    const { properties } = layers.get(at)!
    const compiled = (name: string): CompiledProperty => compiledOf(properties[name]!)
    ownMatrixInto(
      own,
      {
        position: compiled('position'),
        pivot: compiled('pivot'),
        scale: compiled('scale'),
        turn: compiled('turn'),
      },
      time,
    )
    multiplyInto(matrix, own, matrix)
  }
  return matrix
}

function sampleTrack(track: LayerTrack, time: number): void {
  const { layer, parent, item } = track
  const inSpan = time >= layer.span[0] && time < layer.span[1]
  const group = parent?.layer.kind === 'group' ? parent : null
  track.shown = layer.visible && inSpan && (group?.shown ?? true)
  ownMatrixInto(track.matrix, track, time)
  if (parent) multiplyInto(track.matrix, parent.matrix, track.matrix)
  valueInto(one, track.opacity, time)
  track.share = Math.min(1, Math.max(0, one[0]! / 100)) * (group?.share ?? 1)
  if (!item) return
  item.shown = track.shown
  item.opacity = track.share
  if (item.shown) for (const write of track.writers) write(item, time)
}
