import { clamp } from '../../number/index.ts'
import type { BendLibrary } from '../../bend/index.ts'
import { playedValueInto } from '../../property/index.ts'
import { TICKS_PER_SECOND } from '../../time/index.ts'
import type { Layer, Scene } from '../document.ts'
import type { DrawItem } from '../layers/layerKinds.ts'
import { croppedBox } from '../layers/crop.ts'
import type { CropVeil, MaskVeil, Veil } from '../layers/drawBase.ts'
import { identityMatrix, multiplyInto } from '../matrix.ts'
import { compileCast, sceneGround } from './compileCast.ts'
import { copyCountAt, copyShare, copyTimeAt, placeCopy } from './copying.ts'
import { innerPaceAt, innerTimeAt } from './layerTime.ts'
import { isHeld, shownTimeAt } from './shownTime.ts'
import { ownMatrixInto } from './placing.ts'
import { growTo, type Cast, type Showing, type Track } from './track.ts'

const one = new Float64Array(1)

/** A scene made ready to be sampled again and again. Belongs to one scene object. */
export interface SceneSampler {
  readonly scene: Scene
  readonly library: BendLibrary
  /** What is drawn, bottom first: a list that stays the same while nothing comes or goes; rewritten by `sampleSceneInto`. */
  items: readonly DrawItem[]
  /** Whether crops of groups know what they cut of these. */
  isGathered: boolean
  readonly cast: Cast
}

export interface CompileOptions {
  /** The project's, for layers that show one of them. */
  readonly scenes?: readonly Scene[]
  /** A sampler that is not sampled any more: what it made of layers that are the same objects is taken over. */
  readonly former?: SceneSampler | null
}

/**
 * Makes a scene ready. Throws nothing for a valid document.
 * @param library the project's named bends
 */
export function compileScene(
  scene: Scene,
  library: BendLibrary,
  { scenes = [], former }: CompileOptions = {},
): SceneSampler {
  const before = former?.library === library ? former.cast : undefined
  const cast = compileCast(scene, before?.ground ?? sceneGround(), { library, scenes }, before)
  return { scene, library, cast, items: itemsOf(cast), isGathered: false }
}

/** Rewrites the sampler's items for a scene time in ticks. Allocates nothing of its own while nothing comes or goes. */
export function sampleSceneInto(sampler: SceneSampler, time: number): readonly DrawItem[] {
  const sampling: Sampling = { now: time, library: sampler.library, isRecast: false }
  sampler.cast.ground.inner = time
  for (const track of sampler.cast.tracks) sampleTrack(track, sampling)
  if (sampling.isRecast) sampler.items = itemsOf(sampler.cast)
  if (sampling.isRecast || !sampler.isGathered) gatherCropped(sampler.items)
  sampler.isGathered = true
  return sampler.items
}

/** The draw list of a scene at a moment: fresh items, bottom first, only what shows. */
export function sceneAt(
  scene: Scene,
  time: number,
  library: BendLibrary,
  scenes: readonly Scene[] = [],
): DrawItem[] {
  return sampleSceneInto(compileScene(scene, library, { scenes }), time).filter((item) => item.shown)
}

/** What is drawn of a cast, bottom first; of copies the first is on top. */
function itemsOf(cast: Cast, items: DrawItem[] = []): DrawItem[] {
  for (const { showings, count } of cast.bottomFirst)
    for (let k = count - 1; k >= 0; k -= 1) {
      const showing = showings[k]!
      if (showing.item) items.push(showing.item)
      if (showing.cast && showing.shown) itemsOf(showing.cast, items)
    }
  return items
}

/** Tells the crops of groups what they cut: they go by the box round all of that. */
function gatherCropped(items: readonly DrawItem[]): void {
  const cropped = new Map<CropVeil, DrawItem[]>()
  for (const item of items)
    for (const veil of item.veils) {
      if (veil.kind !== 'crop') continue
      const known = cropped.get(veil)
      if (known) known.push(item)
      else cropped.set(veil, [item])
    }
  for (const [veil, its] of cropped) veil.items = its
}

/** One sampling of a whole scene. */
interface Sampling {
  /** Scene time, ticks. */
  readonly now: number
  readonly library: BendLibrary
  /** Whether something came or went that is drawn. */
  isRecast: boolean
}

function sampleTrack(track: Track, sampling: Sampling): void {
  // What was taken over from another sampler, and not moved in time, is as it was.
  if (track.at === sampling.now && track.veiled === track.within.veils) return
  track.at = sampling.now
  track.veiled = track.within.veils
  const { layer, within, copying, inside } = track
  const time = within.inner
  const inSpan = time >= layer.span[0] && time < layer.span[1]
  const shown = layer.visible && inSpan && within.shown
  if (copying || inside) {
    sampleCopies(track, shown, sampling)
    return
  }
  const only = track.showings[0]!
  only.shown = shown
  sampleShowing(track, only, time)
}

/** Samples a layer that repeats itself, or that others are drawn with. */
function sampleCopies(track: Track, shown: boolean, sampling: Sampling): void {
  const { copying, showings } = track
  const time = track.within.inner
  const count = copying ? copyCountAt(copying, time) : 1
  growTo(track, count, sampling.library)
  if (count !== track.count) sampling.isRecast = true
  track.count = count
  for (let k = 0; k < count; k += 1) {
    const showing = showings[k]!
    if (showing.cast && showing.shown !== shown) sampling.isRecast = true
    showing.shown = shown
    sampleShowing(track, showing, copying ? copyTimeAt(copying, k, time) : time)
    if (showing.cast && shown) sampleCast(showing.cast, showing, sampling)
  }
}

/** @param time the copy's own layer time, ticks */
function sampleShowing(track: Track, showing: Showing, time: number): void {
  const { copying, onto, within } = track
  showing.inner = innerTimeAt(track.innerTime, time)
  showing.pace = within.pace * innerPaceAt(track.innerTime, time)
  ownMatrixInto(showing.matrix, track.placing, time)
  if (copying) placeCopy(showing.matrix, copying, showing.copy, time)
  multiplyInto(showing.matrix, onto.matrix, showing.matrix)
  playedValueInto(one, track.opacity, time)
  const share = clamp(one[0]! / 100, 0, 1) * within.share
  showing.share = copying ? share * copyShare(copying, showing.copy, time) : share
  showing.veils = veilsOf(track, showing)
  if (showing.shown) for (const write of showing.writers) write(time)
  const { item } = showing
  if (!item) return
  item.shown = showing.shown
  item.veils = showing.veils
  item.isMask = track.isMask
  item.opacity = showing.share
  if (!item.shown) return
  showing.show?.(showing.inner / TICKS_PER_SECOND)
}

/** What a layer is seen through, or all that stands in it: its own first, then what it stands in, its own group's mask by itself not. */
function veilsOf(track: Track, showing: Showing): readonly Veil[] {
  const { layer, within, isMask, mask } = track
  const isIn = isMask && within.veils.some((veil) => isBy(veil, layer))
  const outer = isIn ? within.veils.filter((veil) => !isBy(veil, layer)) : within.veils
  // Most have none of their own, and no list is made for them.
  if (!mask && showing.asOne.length === 0) return outer
  showing.mask = maskOf(track, showing.mask)
  return listed(showing.veils, showing.mask ? [...showing.asOne, showing.mask] : showing.asOne, outer)
}

const isBy = (veil: Veil, layer: Layer): boolean => veil.kind === 'mask' && veil.layer === layer

/** The list of some veils and those around them: a known one, where it is the same. */
function listed(known: readonly Veil[], own: readonly Veil[], outer: readonly Veil[]): readonly Veil[] {
  const isSame =
    known.length === own.length + outer.length &&
    known.every((veil, i) => veil === (i < own.length ? own[i] : outer[i - own.length]))
  return isSame ? known : [...own, ...outer]
}

/** A layer's own mask; the one that is known, where it is the same. */
function maskOf({ layer, mask }: Track, known: MaskVeil | null): MaskVeil | null {
  if (!mask) return null
  if (known?.layer === mask.layer && known.of === layer.mask) return known
  const { inverted = false, feather = 0 } = layer.mask!
  const { item } = mask.showings[0]!
  return {
    kind: 'mask',
    items: item ? [item] : [],
    layer: mask.layer,
    of: layer.mask!,
    inverted,
    feather,
  }
}

const toMiddle = identityMatrix()

/** Samples what stands in a copy of a layer, at the time the copy shows. */
function sampleCast({ ground, frame, tracks }: Cast, showing: Showing, sampling: Sampling): void {
  if (frame) {
    const { scene, veil } = frame
    const [width, height] = scene.size
    toMiddle[4] = -width / 2
    toMiddle[5] = -height / 2
    multiplyInto(ground.matrix, showing.matrix, toMiddle)
    ground.share = showing.share
    ground.veils = listed(ground.veils, [veil], showing.veils)
    ground.inner = shownTimeAt(scene, showing.inner)
    ground.pace = isHeld(scene, showing.inner) ? 0 : showing.pace
    const { item } = showing
    if (item?.kind === 'scene') {
      item.size[0] = width
      item.size[1] = height
      const box = { x: 0, y: 0, width, height }
      const seen = croppedBox(item.crop, box) ?? box
      veil.box.set([seen.x, seen.y, seen.width, seen.height])
    }
  }
  for (const track of tracks) sampleTrack(track, sampling)
}
