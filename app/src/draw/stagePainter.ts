import { NO_LINKS, type BendLibrary } from '@arrow-bend/core/bend'
import {
  compileScene,
  sampleSceneInto,
  type DrawItem,
  type Scene,
  type SceneSampler,
} from '@arrow-bend/core/scene'
import type { Context2d } from './context2d.ts'
import { paintOnion, type OnionSkin } from './onionSkin.ts'
import { paintScene } from './paintScene.ts'
import type { StageView } from './stageView.ts'
import type { PictureBook } from './pictureBook.ts'
import { lookOf, sameLook, type SceneLook } from './sceneLook.ts'

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
  /** What was drawn last; null when that is not known. */
  private shown: SceneLook | null = null

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
    this.view = view
    this.size = size
    const [width, height] = [Math.round(size.width * size.ratio), Math.round(size.height * size.ratio)]
    // To set it clears the canvas, even where it stays the same.
    if (this.canvas.width !== width) this.canvas.width = width
    if (this.canvas.height !== height) this.canvas.height = height
  }

  /** The colour that covers what lies outside the frame, and how much of it. */
  setSurround(colour: string, outside: Outside): void {
    this.surround = colour
    this.outside = outside
  }

  /** The ghosts drawn with the picture, null for none; tells whether they are others than before. */
  setOnion(onion: OnionSkin | null): boolean {
    const others = this.onion !== onion
    this.onion = onion
    return others
  }

  /** Draws at once, within the caller's frame. */
  draw(time: number): void {
    if (this.sampler) sampleSceneInto(this.sampler, time)
    this.drawSampled(time)
  }

  private drawSampled(time: number): void {
    this.time = time
    this.shown = null
    this.paint()
  }

  /** Draws at once if anything looks different from what was drawn last, and tells whether it did. */
  drawIfChanged(time: number): boolean {
    if (!this.sampler) return false
    sampleSceneInto(this.sampler, time)
    const now = lookOf(this.sampler)
    if (!this.onion && this.shown && sameLook(this.shown, now)) return false
    this.drawSampled(time)
    this.shown = now
    return true
  }

  private paint(): void {
    const { context } = this
    context.resetTransform()
    context.clearRect(0, 0, this.canvas.width, this.canvas.height)
    if (!this.sampler) return
    const { scale, x, y } = this.view
    context.save()
    context.scale(this.size.ratio, this.size.ratio)
    context.translate(x, y)
    context.scale(scale, scale)
    const { items } = this.sampler
    const subject = this.onion ? items.findIndex(({ use }) => this.onion!.layers.has(use.id)) : -1
    paintScene(context, this.sampler, {
      pictures: this.pictures,
      scale: scale * this.size.ratio,
      clip: false,
      // Ghosts lie just beneath the lowest layer they are ghosts of, so that what covers it covers them.
      beneath: { index: subject, paint: () => this.paintGhosts(context) },
    })
    if (this.outside !== 'shown') this.coverOutside(context)
    context.restore()
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
