import { NO_LINKS, type BendLibrary } from '@arrow-bend/core/bend'
import {
  compileScene,
  sampleSceneInto,
  type DrawItem,
  type Scene,
  type SceneSampler,
} from '@arrow-bend/core/scene'
import {
  changedRegions,
  overlaps,
  paintedPicture,
  type Canvas,
  type PaintedPicture,
} from './changedRegions.ts'
import type { Context2d } from './context2d.ts'
import type { CanvasBox } from './drawnBox.ts'
import { paintOnion, type OnionSkin } from './onionSkin.ts'
import { paintScene } from './paintScene.ts'
import type { StageView } from './stageView.ts'
import type { PictureBook } from './pictureBook.ts'

/** The panel's size in CSS px, and device pixels a CSS px. */
export interface StageSize {
  readonly width: number
  readonly height: number
  readonly ratio: number
}

/** How much of the surround covers what lies outside the frame. */
const COVERED = { shown: 0, dimmed: 0.78, hidden: 1 } as const
export type Outside = keyof typeof COVERED

/** Draws a scene's art on a canvas, at any moment and zoom; overlays are not its business. */
export class StagePainter {
  private readonly context: Context2d
  private size: StageSize = { width: 1, height: 1, ratio: 1 }
  private sampler: SceneSampler | null = null
  /** The project's named bends, and the moment drawn last. */
  library: BendLibrary = NO_LINKS
  private scenes: readonly Scene[] = []
  private view: StageView = { scale: 1, x: 0, y: 0 }
  time = 0
  private surround = ''
  private outside: Outside = 'dimmed'
  private onion: OnionSkin | null = null
  /** Ghosts are sampled apart from the picture, whose items others read. */
  private ghosts: SceneSampler | null = null
  /** What is on the canvas; null when that is not known. */
  private painted: PaintedPicture | null = null
  /** Whether parts of it were painted by themselves. */
  private isInParts = false

  /** @param canvas what is painted on; its size in pixels is set here */
  constructor(
    private readonly canvas: HTMLCanvasElement | OffscreenCanvas,
    private readonly pictures: PictureBook,
  ) {
    this.context = canvas.getContext('2d') as Context2d
  }

  /** The scene as it was sampled for what is drawn; null before there is one. */
  get sampled(): SceneSampler | null {
    return this.sampler
  }

  /** What is drawn now, bottom first. */
  get items(): readonly DrawItem[] {
    return this.sampler?.items ?? []
  }

  /** The scene that is drawn; null before there is one. */
  get scene(): Scene | null {
    return this.sampler?.scene ?? null
  }

  /** @param scenes the project's, for layers that show one of them */
  setScene(scene: Scene, library: BendLibrary, scenes: readonly Scene[]): void {
    if (this.sampler?.scene === scene && this.library === library && this.scenes === scenes) return
    this.sampler = compileScene(scene, library, { scenes, former: this.sampler })
    this.ghosts = null
    this.library = library
    this.scenes = scenes
  }

  setView(view: StageView, size: StageSize): void {
    this.painted = null
    this.view = view
    this.size = size
    const [width, height] = [Math.round(size.width * size.ratio), Math.round(size.height * size.ratio)]
    // To set it clears the canvas, even where it stays the same.
    if (this.canvas.width !== width) this.canvas.width = width
    if (this.canvas.height !== height) this.canvas.height = height
  }

  /** The colour that covers what lies outside the frame, and how much of it. */
  setSurround(colour: string, outside: Outside): void {
    this.painted = null
    this.surround = colour
    this.outside = outside
  }

  /** The ghosts drawn with the picture, null for none; tells whether they are others than before. */
  setOnion(onion: OnionSkin | null): boolean {
    const others = this.onion !== onion
    this.onion = onion
    return others
  }

  /** Draws all of it at once, within the caller's frame. */
  draw(time: number): void {
    this.time = time
    if (this.sampler) sampleSceneInto(this.sampler, time)
    this.paintAll()
    this.painted = null
  }

  /**
   * Draws at once if anything looks different from what is there, and tells whether it did.
   * @param inParts only where it does: quicker, but edges that cross the borders of a part may differ by a few shades
   */
  drawIfChanged(time: number, inParts: boolean): boolean {
    const { sampler, onion } = this
    this.time = time
    if (!sampler) return false
    sampleSceneInto(sampler, time)
    const canvas = this.onCanvas()
    const before = onion ? null : this.painted
    const { now, changed } = paintedPicture(sampler, canvas, before)
    if (changed?.length === 0) return false
    const regions =
      inParts && before && changed && changedRegions(sampler.items, { changed, before, now }, canvas)
    if (regions) for (const region of regions) this.paint(region, now)
    else this.paintAll()
    this.isInParts = Boolean(regions)
    this.painted = onion ? null : now
    return true
  }

  /** Paints all of it, as it is, where parts were painted by themselves. */
  makeWhole(): void {
    if (this.isInParts) this.draw(this.time)
  }

  private paintAll(): void {
    this.isInParts = false
    this.paint([0, 0, this.canvas.width, this.canvas.height], null)
  }

  private onCanvas(): Canvas {
    const { ratio } = this.size
    const { scale, x, y } = this.view
    const [a, e, f] = [scale * ratio, x * ratio, y * ratio]
    const { width, height } = this.canvas
    return { width, height, stage: { a, b: 0, c: 0, d: a, e, f }, pictures: this.pictures }
  }

  /**
   * Paints a region of the canvas, whole px.
   * @param now where the items are, so that those elsewhere are passed over; null to paint all of them
   */
  private paint(region: CanvasBox, now: PaintedPicture | null): void {
    const { context, sampler } = this
    const [left, top, right, bottom] = region
    context.save()
    context.resetTransform()
    if (now) {
      context.beginPath()
      context.rect(left, top, right - left, bottom - top)
      context.clip()
    }
    context.clearRect(left, top, right - left, bottom - top)
    if (sampler) {
      const seen = now && new Set(sampler.items.filter((_, i) => overlaps(now.boxes[i]!, region)))
      this.paintSampled(sampler, seen ? (item) => seen.has(item) : undefined)
    }
    context.restore()
  }

  private paintSampled(sampler: SceneSampler, picks: ((item: DrawItem) => boolean) | undefined): void {
    const { context, onion, view } = this
    context.scale(this.size.ratio, this.size.ratio)
    context.translate(view.x, view.y)
    context.scale(view.scale, view.scale)
    const subject = onion ? sampler.items.findIndex(({ use }) => onion.layers.has(use.id)) : -1
    paintScene(context, sampler, {
      pictures: this.pictures,
      scale: view.scale * this.size.ratio,
      clip: false,
      // Ghosts lie just beneath the lowest layer they are ghosts of, so that what covers it covers them.
      beneath: { index: subject, paint: () => this.paintGhosts(context) },
      picks,
    })
    if (this.outside !== 'shown') this.coverOutside(context)
  }

  private paintGhosts(context: Context2d): void {
    const { scene } = this.sampler!
    if (this.ghosts?.scene !== scene) this.ghosts = compileScene(scene, this.library, { scenes: this.scenes })
    paintOnion(context, this.onion!, this.ghosts, {
      pictures: this.pictures,
      scale: this.view.scale * this.size.ratio,
      transform: context.getTransform(),
    })
  }

  /** Lays the surround over the picture's parts beyond the frame; in stage coordinates. */
  private coverOutside(context: Context2d): void {
    const [width, height] = this.sampler!.scene.size
    const { scale, x, y } = this.view
    const [left, top] = [-x / scale, -y / scale]
    const [right, bottom] = [left + this.size.width / scale, top + this.size.height / scale]
    context.globalAlpha = COVERED[this.outside]
    context.fillStyle = this.surround
    context.fillRect(left, top, right - left, -top)
    context.fillRect(left, height, right - left, bottom - height)
    context.fillRect(left, 0, -left, height)
    context.fillRect(width, 0, right - width, height)
  }
}
