import Konva from 'konva/lib/Core'
import { parseColour } from '@arrow-bend/core/property'
import {
  compileScene,
  sampleSceneInto,
  type DrawItem,
  type Scene,
  type SceneSampler,
} from '@arrow-bend/core/scene'
import { canvasColour, paintItem } from './paintItem.ts'
import type { PictureBook } from './pictureBook.ts'

/** How the stage lies in its panel: CSS px a stage px, and where the frame's corner is. */
export interface StageView {
  readonly scale: number
  readonly x: number
  readonly y: number
}

/** Draws a scene's art into an element, at any moment and zoom; overlays are not its business. */
export class StagePainter {
  private readonly stage: Konva.Stage
  private readonly layer = new Konva.Layer({ listening: false })
  private sampler: SceneSampler | null = null
  private view: StageView = { scale: 1, x: 0, y: 0 }
  private time = 0

  constructor(
    container: HTMLDivElement,
    private readonly pictures: PictureBook,
  ) {
    this.stage = new Konva.Stage({ container, width: 1, height: 1, listening: false })
    const shape = new Konva.Shape({
      sceneFunc: (context) => this.paint(context._context),
      listening: false,
      perfectDrawEnabled: false,
    })
    this.layer.add(shape)
    this.stage.add(this.layer)
  }

  /** What is drawn now, bottom first. */
  get items(): readonly DrawItem[] {
    return this.sampler?.items ?? []
  }

  setScene(scene: Scene): void {
    if (this.sampler?.scene !== scene) this.sampler = compileScene(scene)
  }

  setView(view: StageView, width: number, height: number): void {
    this.view = view
    if (this.stage.width() !== width || this.stage.height() !== height) this.stage.size({ width, height })
  }

  /** Draws at once, within the caller's frame. */
  draw(time: number): void {
    this.time = time
    this.layer.draw()
  }

  destroy(): void {
    this.stage.destroy()
  }

  private paint(context: CanvasRenderingContext2D): void {
    if (!this.sampler) return
    const { scale, x, y } = this.view
    context.save()
    context.translate(x, y)
    context.scale(scale, scale)
    paintScene(context, this.sampler, this.time, {
      pictures: this.pictures,
      scale: scale * devicePixelRatio,
      clip: false,
    })
    context.restore()
  }
}

export interface PaintOptions {
  readonly pictures: PictureBook
  /** Device px a stage px. */
  readonly scale: number
  /** Whether what lies outside the frame is cut off. */
  readonly clip: boolean
}

/** Paints a whole scene in stage coordinates: background, then every item. */
export function paintScene(
  context: CanvasRenderingContext2D,
  sampler: SceneSampler,
  time: number,
  { pictures, scale, clip }: PaintOptions,
): void {
  const [width, height] = sampler.scene.size
  if (clip) {
    context.beginPath()
    context.rect(0, 0, width, height)
    context.clip()
  }
  context.fillStyle = canvasColour(Float64Array.from(parseColour(sampler.scene.background)))
  context.fillRect(0, 0, width, height)
  for (const item of sampleSceneInto(sampler, time)) paintItem(context, item, pictures, scale)
}
