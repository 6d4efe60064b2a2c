import type { BendLibrary } from '../../bend/index.ts'
import { compiledOf, type CompiledProperty } from '../../property/index.ts'
import type { Layer, Scene } from '../document.ts'
import { cropWriters, hasCrop, isEverCropped } from '../layers/crop.ts'
import { effectWriters, hasEffectsAsOne, isEverAffected, noEffects } from '../layers/effects.ts'
import type { DrawBase, FrameVeil, MaskVeil, Veil } from '../layers/drawBase.ts'
import type { KindArt } from '../layers/layerKind.ts'
import { LAYER_KIND_RECORDS, type DrawItem } from '../layers/layerKinds.ts'
import { propertyReader, writesNothing, type PropertyWriter } from '../layers/propertyReader.ts'
import { NO_VEILS } from '../layers/veil.ts'
import { identityMatrix, type Matrix } from '../matrix.ts'
import { compileCopying, type Copying } from './copying.ts'
import { compileInnerTime, type InnerTime } from './layerTime.ts'
import { makePlacing, type Placing } from './placing.ts'

/** What layers stand on: a scene, a copy of a group, or the frame of a scene that a layer shows. */
export interface Ground {
  /** To the stage of the sampled scene. */
  readonly matrix: Matrix
  /** The layer time of what stands on it, ticks. */
  inner: number
  /** How fast that goes: 1 as the scene's, 0 where it is held. */
  pace: number
  /** Of opacity, 0 … 1. */
  share: number
  shown: boolean
  /** What all that stands on it is seen through, innermost first. */
  veils: readonly Veil[]
  /** The layer that shows the scene this is in; null in the sampled scene itself. */
  readonly use: Layer | null
  readonly isOriginal: boolean
}

/** One copy of a layer on its ground; the ground, in turn, of what stands in it. */
export interface Showing extends Ground {
  /** Its place among the copies, 0 for the first. */
  readonly copy: number
  readonly item: DrawItem | null
  readonly writers: readonly PropertyWriter[]
  /** What its own mask makes of it; null where it has none. */
  mask: MaskVeil | null
  /** What it does itself to all that stands in it as to one thing, innermost first: its crop, its blur and shadow. */
  readonly asOne: readonly Veil[]
  /** Writes the local time, s, of a source that plays; null for other kinds. */
  readonly show: ((seconds: number) => void) | null
  /** What stands in it and is drawn with it: a repeated group's layers, a shown scene's. */
  cast: Cast | null
}

/** What is drawn with each copy of a layer. */
export interface Inside {
  castOf(showing: Ground): Cast
  /** All that is read to make it, to tell whether it is the same still. */
  readonly reach: readonly object[]
}

/** Where a layer stands, and what stands in it. */
export interface TrackPlace {
  readonly layer: Layer
  readonly ground: Ground
  /** What it rides on; null where that is the ground. */
  readonly parent: Track | null
  readonly inside: Inside | null
}

/** A layer on one ground, with its copies. */
export interface Track extends TrackPlace {
  /** Whose map it follows: what it rides on, or its ground. */
  readonly onto: Ground
  /** Whose time and opacity it shares: the group it rides on, or its ground. What merely follows another takes its map alone. */
  readonly within: Ground
  readonly placing: Placing
  readonly opacity: CompiledProperty
  readonly copying: Copying | null
  /** The time of what stands in it, where it is a group or shows a scene. */
  readonly innerTime: InnerTime
  /** Its copies, the first first; there may be more than are shown now. */
  readonly showings: Showing[]
  /** How many are shown now. */
  count: number
  /** What its own mask draws; null where it has none, or that is not there. */
  mask: Track | null
  /** Whether it is a mask of others. */
  isMask: boolean
  /** The veils of what it stands in, as it was sampled last. */
  veiled: readonly Veil[]
  /** The scene time it was sampled at last, ticks; NaN before that. */
  at: number
}

/** The layers on one ground. */
export interface Cast {
  readonly ground: Ground
  /** The scene whose frame the ground is, and what is seen of that; null where the ground is no frame of its own. */
  readonly frame: { readonly scene: Scene; readonly veil: FrameVeil } | null
  /** Parents before those that ride on them. */
  readonly tracks: readonly Track[]
  /** In the order they are drawn. */
  readonly bottomFirst: readonly Track[]
  trackOf(layerId: string): Track | undefined
}

export function makeTrack(place: TrackPlace, library: BendLibrary): Track {
  const { layer, ground, parent } = place
  const onto = parent?.showings[0] ?? ground
  const track: Track = {
    ...place,
    onto,
    within: parent?.layer.kind === 'group' ? onto : ground,
    placing: makePlacing(layer, library),
    opacity: compiledOf(layer.properties['opacity']!, library),
    copying: compileCopying(layer, library),
    innerTime: compileInnerTime(layer, library),
    showings: [],
    count: 1,
    mask: null,
    isMask: false,
    veiled: NO_VEILS,
    at: NaN,
  }
  growTo(track, 1, library)
  return track
}

/** Sees to it that a track has copies enough to show. */
export function growTo(track: Track, count: number, library: BendLibrary): void {
  while (track.showings.length < count) track.showings.push(makeShowing(track, library))
}

function makeShowing({ layer, ground, showings, inside }: Track, library: BendLibrary): Showing {
  const matrix = identityMatrix()
  const base: DrawBase = {
    layer,
    use: ground.use ?? layer,
    isOriginal: ground.isOriginal && showings.length === 0,
    matrix,
    opacity: 1,
    shown: true,
    crop: new Float64Array(4),
    effects: noEffects(),
    veils: NO_VEILS,
    isMask: false,
  }
  const { item, writers, show } = makeArt(base, library)
  const showing: Showing = {
    matrix,
    inner: NaN,
    pace: 1,
    share: 1,
    shown: true,
    veils: NO_VEILS,
    use: ground.use,
    isOriginal: base.isOriginal,
    copy: showings.length,
    item,
    writers,
    mask: null,
    asOne: veilsAsOne(base),
    show,
    cast: null,
  }
  showing.cast = inside?.castOf(showing) ?? null
  return showing
}

function veilsAsOne({ layer, matrix, crop, effects }: DrawBase): readonly Veil[] {
  const veils: Veil[] = []
  // A shown scene is cropped by its frame.
  if (layer.kind === 'group' && isEverCropped(layer))
    veils.push({ kind: 'crop', layer, matrix, crop, items: [] })
  if (hasEffectsAsOne(layer.kind) && isEverAffected(layer)) veils.push({ kind: 'effects', effects, matrix })
  return veils.length > 0 ? veils : NO_VEILS
}

function makeArt(base: DrawBase, library: BendLibrary): Pick<Showing, 'item' | 'writers' | 'show'> {
  const { layer } = base
  const read = propertyReader(layer, library)
  const seen = [
    ...(hasCrop(layer.kind) ? cropWriters(base.crop, read) : []),
    ...effectWriters(base.effects, layer, read),
  ].filter((one) => one !== writesNothing)
  // Each kind's art makes and writes its own kind of item, which the table's type says and a union forgets.
  const art = LAYER_KIND_RECORDS[layer.kind].art as KindArt<DrawBase> | null
  if (!art) return { item: null, writers: seen, show: null }
  const item = art.make(base, layer, library)
  return {
    item: item as DrawItem,
    writers: [...art.writers(item, read).filter((one) => one !== writesNothing), ...seen],
    show: art.show ? (seconds) => art.show!(item, seconds) : null,
  }
}
