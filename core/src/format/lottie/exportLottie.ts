import { playLooks } from '../../play/index.ts'
import { compiledOf, playedValueInto } from '../../property/index.ts'
import {
  compileLayerClock,
  shownScene,
  type Layer,
  type Project,
  type Scene,
  type WhichCopies,
} from '../../scene/index.ts'
import { frameTicks } from '../../time/index.ts'
import {
  bareContext,
  clockOf,
  copyMatrix,
  drawnUses,
  isVisible,
  partsTrack,
  placeTrack,
  playedCopy,
  playOptions,
  toleranceOf,
  toTrack,
  trackOf,
  turnTrack,
  withoutOwnCopy,
  type DrawnUse,
  type Track,
  type WebContext,
  type WebExportOptions,
} from '../web/index.ts'
import { cornersMask, cropMask, sizeOf } from './lottieCrop.ts'
import { isTextOfLottie, lottieText } from './lottieText.ts'
import { shownTimeTrack } from './shownTimeTrack.ts'
import { lottieShapes } from './lottieShapes.ts'
import { lottieVeils, type LottieVeil, type VeiledUse } from './lottieVeils.ts'
import { lottieNumbers, lottieRoute, SHOWN, type Lottie, type LottieProperty } from './lottieValues.ts'

/** Of the specification that is kept to: 1.0. */
const VERSION = 10_000
const NOWHERE = { p: still([0, 0]), a: still([0, 0]), s: still([100, 100]), r: still(0), o: SHOWN }

/** What ids of compositions begin with whose layers are the scene’s own, drawn as one thing. */
const TOGETHER = 'part '

/** Whether a composition holds layers of the scene itself, at the scene’s own places. */
export const isTogether = (refId: string): boolean => refId.startsWith(TOGETHER)

function still(k: number | readonly number[]): LottieProperty {
  return { a: 0, k }
}

/**
 * A scene as a Lottie animation: shapes, pictures, shown scenes, groups that are masked or cropped as one, parents and
 * masks. What it has no word for is named by `leftOutOfLottie`.
 * @throws BadFile where it would take too many keyframes
 * Source: Lottie Animation Community, Lottie specification 1.0.
 */
export function exportLottie(project: Project, scene: Scene, options: WebExportOptions): Lottie {
  const frame = frameTicks(scene.rate)
  const frames = scene.duration / frame
  const assets = new Map<string, Lottie>()
  const writer = new LottieWriter(bareContext(project, scene, options), { frame, assets, ...nothing() })
  const layers = writer.layers()
  const [w, h] = scene.size
  const ground = {
    ty: 1,
    nm: 'Background',
    ip: 0,
    op: frames,
    st: 0,
    ks: NOWHERE,
    sw: w,
    sh: h,
    sc: scene.background.slice(0, 7),
  }
  return {
    ver: VERSION,
    nm: `${project.name}: ${scene.name}`,
    fr: scene.rate.num / scene.rate.den,
    ip: 0,
    op: frames,
    w,
    h,
    assets: [...assets.values()],
    layers: [...layers, ground],
  }
}

/** What is written so far of a scene, whichever copy it is of. */
interface Written {
  /** Of the animation’s frames, whichever scene is written, ticks. */
  readonly frame: number
  /** Pictures and scenes that are shown, by their ids. */
  readonly assets: Map<string, Lottie>
  /** Of what only places, by the layer and the copies that are meant. */
  readonly indices: Map<string, number>
  readonly parents: Lottie[]
  next: number
}

const nothing = (): Pick<Written, 'indices' | 'parents' | 'next'> => ({
  indices: new Map(),
  parents: [],
  next: 0,
})

/** Writes the layers of a scene; each copy by a writer of its own. */
class LottieWriter {
  /** How many frames the scene has. */
  private readonly frames: number

  constructor(
    private readonly context: WebContext,
    private readonly written: Written,
  ) {
    this.frames = context.duration / written.frame
  }

  private of(copies: WhichCopies): LottieWriter {
    return copies.size === 0 ? this : new LottieWriter({ ...this.context, copies }, this.written)
  }

  /** All layers of the scene, the topmost first, and then what only places others. */
  layers(): readonly Lottie[] {
    const { context } = this
    const crops = new Map<string, Track | null>()
    const uses = drawnUses(context.scene)
      .filter(({ layer }) => isVisible(layer, context.layers))
      .map((use) => ({ ...use, veils: lottieVeils(use.layer, { ...context, copies: use.copies }, crops) }))
    return this.whole(uses, 0)
  }

  private whole(uses: readonly VeiledUse[], depth: number): readonly Lottie[] {
    const drawn = this.through(uses, depth)
    return [...drawn.reverse(), ...this.written.parents]
  }

  /**
   * What is drawn, bottom first, each run that is seen through the same as one thing; a matte stands upon what it is for.
   * @param depth how many of the outermost veils are seen to already
   */
  private through(uses: readonly VeiledUse[], depth: number): Lottie[] {
    const written: Lottie[] = []
    for (let from = 0, to: number; from < uses.length; from = to) {
      const veil = veilAt(uses[from]!, depth)
      to = from + 1
      while (veil && to < uses.length && veilAt(uses[to]!, depth)?.key === veil.key) to += 1
      const run = uses.slice(from, to)
      written.push(...(veil ? this.veiled(run, depth, veil) : this.ofUse(run[0]!)))
    }
    return written
  }

  private ofUse({ layer, copies }: DrawnUse): Lottie[] {
    const own = this.of(copies).drawn(layer)
    return own ? [own] : []
  }

  private veiled(run: readonly VeiledUse[], depth: number, veil: LottieVeil): Lottie[] {
    const [first, ...more] = run as [VeiledUse, ...VeiledUse[]]
    const isSingle = veil.kind === 'mask' && more.length === 0 && first.veils.length === depth + 1
    const seen = isSingle ? this.ofUse(first)[0] : this.composed(run, depth + 1, veil.of.name)
    if (!seen) return []
    if (veil.kind === 'crop') return [{ ...seen, ...cornersMask(veil.corners, this.frames) }]
    const around = new Set(first.veils.slice(first.veils.length - depth - 1).map(({ key }) => key))
    const cover = this.cover(veil.by, veil.copies, around)
    return cover
      ? [
          { ...seen, tt: veil.inverted ? 2 : 1 },
          { ...cover, td: 1 },
        ]
      : [seen]
  }

  /** What a layer covers as a matte, which may be seen through others in turn; null where Lottie has nothing for that. */
  private cover(by: Layer, copies: WhichCopies, around: ReadonlySet<string>): Lottie | null {
    const own = lottieVeils(by, { ...this.context, copies }, new Map())
    const veils = own.filter(({ key }) => !around.has(key))
    const use = { layer: by, copies, veils }
    return (veils.length > 0 ? this.composed([use], 0, by.name) : this.ofUse(use)[0]) ?? null
  }

  /** Several as one thing as large as the scene; null where none of them is drawn. */
  private composed(uses: readonly VeiledUse[], depth: number, nm: string): Lottie | null {
    const { context, frames, written } = this
    const { assets, frame } = written
    const inner = new LottieWriter({ ...context, copies: new Map() }, { frame, assets, ...nothing() })
    const layers = inner.whole(uses, depth)
    if (layers.length === inner.written.parents.length) return null
    const refId = `${TOGETHER}${assets.size + 1}`
    assets.set(refId, { id: refId, nm, layers })
    const [w, h] = context.scene.size
    const ind = (written.next += 1)
    return { ty: 0, ind, nm, refId, w, h, ip: 0, op: frames, st: 0, ks: NOWHERE }
  }

  /** A layer with what it shows; null where Lottie has nothing for that. */
  private drawn(layer: Layer): Lottie | null {
    const { context, frames } = this
    const art = this.artOf(layer)
    if (!art) return null
    const [from, to] = layer.span
    const { frame } = this.written
    const isCopy = (context.copies.get(layer.id) ?? 0) > 0
    const on = isCopy ? layer.id : layer.parent
    const parent = on === null ? null : this.placing(on)
    const isOwnTime = !compileLayerClock(context.scene, layer.id, context.library).isSceneTime
    return {
      ind: (this.written.next += 1),
      nm: layer.name,
      ...(parent === null ? {} : { parent }),
      ip: isOwnTime ? 0 : Math.max(0, from / frame),
      op: isOwnTime ? frames : Math.min(frames, to / frame),
      st: 0,
      ...art.facts,
      ks: {
        ...(isCopy ? { ...NOWHERE, a: still(art.middle) } : this.transform(layer, art.middle)),
        o: this.opacity(layer),
      },
      ...cropMask(layer, context, frames),
    }
  }

  /** What it shows: `middle` is where its own 0, 0 lies in that. */
  private artOf(layer: Layer): { readonly facts: Lottie; readonly middle: readonly number[] } | null {
    const { context, frames } = this
    if (layer.kind === 'rectangle' || layer.kind === 'ellipse' || layer.kind === 'path')
      return { facts: { ty: 4, shapes: lottieShapes(layer, context, frames) }, middle: [0, 0] }
    if (layer.kind === 'text' && isTextOfLottie(layer, context.options.letters))
      return { facts: { ty: 4, shapes: lottieText(layer, context, frames) }, middle: [0, 0] }
    const size = sizeOf(layer, context)
    if (!size) return null
    const [w, h] = size
    const middle = [w / 2, h / 2]
    if (layer.kind === 'scene') return { facts: { ty: 0, ...this.shown(layer), w, h }, middle }
    const id = String(layer.properties['picture']!.value)
    this.written.assets.set(id, { id, w, h, u: '', p: context.options.pictureUrl(id), e: 1 })
    return { facts: { ty: 2, refId: id }, middle }
  }

  /** The scene a layer shows, written once for all that show it, and which moment of it is seen. */
  private shown(layer: Layer): Lottie {
    const { context, written, frames } = this
    const { frame, assets } = written
    const scene = shownScene(layer, context.project.scenes)!
    const refId = `scene ${scene.id}`
    if (!assets.has(refId)) {
      const own = bareContext(context.project, scene, context.options)
      assets.set(refId, {
        id: refId,
        nm: scene.name,
        layers: new LottieWriter(own, { frame, assets, ...nothing() }).layers(),
      })
    }
    return {
      refId,
      tm: lottieNumbers(shownTimeTrack(layer, scene, context), frames, ([seconds]) => [seconds!]),
    }
  }

  /** The index of what only places: what rides on a layer, or on a copy of it, rides on this. */
  private placing(id: string): number {
    const { indices } = this.written
    const which = [id, ...[...this.context.copies].flat()].join(' ')
    const known = indices.get(which)
    if (known !== undefined) return known
    const layer = this.context.layers.get(id)!
    const parent = layer.parent === null ? null : this.placing(layer.parent)
    let ind = this.place(layer.name, parent, this.transform(layer, [0, 0]))
    const copy = playedCopy(layer, this.context)
    if (copy) ind = this.place(layer.name, ind, this.copied(copy.placed))
    indices.set(which, ind)
    return ind
  }

  private place(nm: string, parent: number | null, ks: Readonly<Record<string, LottieProperty>>): number {
    const ind = (this.written.next += 1)
    this.written.parents.push({
      ty: 3,
      ind,
      nm,
      ...(parent === null ? {} : { parent }),
      ip: 0,
      op: this.frames,
      st: 0,
      ks: { ...ks, o: SHOWN },
    })
    return ind
  }

  private copied(placed: Track): Readonly<Record<string, LottieProperty>> {
    const parts = partsTrack(placed, copyMatrix)
    const some = (from: number, to: number, times = 1): LottieProperty =>
      lottieNumbers(parts, this.frames, (numbers) => numbers.slice(from, to).map((part) => part * times))
    return { ...NOWHERE, p: some(0, 2), r: some(2, 3), s: some(4, 6, 100) }
  }

  private transform(layer: Layer, middle: readonly number[]): Readonly<Record<string, LottieProperty>> {
    const { context, frames } = this
    const pair = (name: string, by: readonly number[] = [0, 0]): LottieProperty =>
      lottieNumbers(trackOf(layer, name, context), frames, (numbers) =>
        numbers.map((part, i) => part + by[i]!),
      )
    return {
      p: this.position(layer),
      a: pair('pivot', middle),
      s: pair('scale'),
      r: lottieNumbers(turnTrack(layer, context), frames, ([degrees]) => [degrees!]),
    }
  }

  private position(layer: Layer): LottieProperty {
    const { context, frames } = this
    if (!layer.properties['position']!.split) {
      const track = trackOf(layer, 'position', context)
      const route = track.path && lottieRoute(track, frames)
      if (route) return route
    }
    return lottieNumbers(placeTrack(layer, context), frames, (numbers) => numbers)
  }

  /** Its own, times that of the groups it stands in while those are shown. */
  private opacity(layer: Layer): LottieProperty {
    const { context, frames } = this
    const chain = [layer]
    for (let at = groupOf(layer, context); at; at = groupOf(at, context)) chain.push(at)
    const fading = chain.filter(({ properties }) => {
      const { keys, value, patterns } = properties['opacity']!
      return keys.length > 0 || patterns?.length || value !== 100
    })
    const copies = chain.flatMap((one) => playedCopy(one, context) ?? [])
    const whole = (one: Layer): boolean => one.span[0] <= 0 && one.span[1] >= context.duration
    const isOwnTime = !playOptions(layer, context).clock.isSceneTime
    const isPlain = copies.length === 0 && chain.slice(1).every(whole)
    if (fading.length === 0 && isPlain && !(isOwnTime && !whole(layer))) return SHOWN
    if (fading.length === 1 && isPlain && !isOwnTime) {
      const track = trackOf(fading[0]!, 'opacity', context)
      return lottieNumbers(track, frames, ([percent]) => [percent!])
    }
    const parts = chain.map((one) => ({
      compiled: compiledOf(one.properties['opacity']!, context.library),
      clock: playOptions(one, context).clock,
      // Its span is the layer's, whichever copy it is of.
      ground: clockOf(one, context, withoutOwnCopy(one, context)),
      span: one.span,
    }))
    const value = new Float64Array(1)
    const into = (out: Float64Array, sceneTime: number): void => {
      out[0] = 100
      for (const { compiled, clock, ground, span } of parts) {
        playedValueInto(value, compiled, clock.timeAt(sceneTime))
        const time = ground.timeAt(sceneTime)
        out[0]! *= time >= span[0] && time < span[1] ? value[0]! / 100 : 0
      }
      for (const { shareAt } of copies) out[0]! *= shareAt(sceneTime)
    }
    const options = playOptions(layer, context)
    return lottieNumbers(toTrack(playLooks(into, 1, options), toleranceOf(context)), frames, ([o]) => [o!])
  }
}

/** The veil next to be seen to, from the outermost inwards. */
const veilAt = ({ veils }: VeiledUse, depth: number): LottieVeil | undefined =>
  veils[veils.length - 1 - depth]

function groupOf(layer: Layer, { layers }: WebContext): Layer | null {
  const parent = layer.parent === null ? undefined : layers.get(layer.parent)
  return parent?.kind === 'group' ? parent : null
}
