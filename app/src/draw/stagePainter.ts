import Konva from 'konva/lib/Core'
import type { BendLibrary } from '@arrow-bend/core/bend'
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

/** How much of the surround covers what lies outside the frame. */
const DIMMED = 0.78

/** Draws a scene's art into an element, at any moment and zoom; overlays are not its business. */
export class StagePainter {
  private readonly stage: Konva.Stage
  private readonly layer = new Konva.Layer({ listening: false })
  private sampler: SceneSampler | null = null
  private library: BendLibrary = []
  private view: StageView = { scale: 1, x: 0, y: 0 }
  private time = 0
  private surround = ''
  /** What was drawn last; null when that is not known. */
  private shown: Look | null = null

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

  setScene(scene: Scene, library: BendLibrary): void {
    if (this.sampler?.scene === scene && this.library === library) return
    this.sampler = compileScene(scene, library)
    this.library = library
  }

  setView(view: StageView, width: number, height: number): void {
    this.view = view
    if (this.stage.width() !== width || this.stage.height() !== height) this.stage.size({ width, height })
  }

  /** The colour that dims what lies outside the frame. */
  setSurround(colour: string): void {
    this.surround = colour
  }

  /** Draws at once, within the caller's frame. */
  draw(time: number): void {
    this.time = time
    this.shown = null
    this.layer.draw()
  }

  /** Draws at once if anything looks different from what was drawn last, and tells whether it did. */
  drawIfChanged(time: number): boolean {
    if (!this.sampler) return false
    sampleSceneInto(this.sampler, time)
    const now: Look = {
      text: lookOf(this.sampler),
      outlines: this.sampler.items.map(({ outline }) => outline),
    }
    if (this.shown && sameLook(this.shown, now)) return false
    this.draw(time)
    this.shown = now
    return true
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
    this.dimOutside(context)
    context.restore()
  }

  /** Lays the surround over the picture's parts beyond the frame; in stage coordinates. */
  private dimOutside(context: CanvasRenderingContext2D): void {
    const [width, height] = this.sampler!.scene.size
    const { scale, x, y } = this.view
    const [left, top] = [-x / scale, -y / scale]
    const [right, bottom] = [left + this.stage.width() / scale, top + this.stage.height() / scale]
    context.globalAlpha = DIMMED
    context.fillStyle = this.surround
    context.fillRect(left, top, right - left, -top)
    context.fillRect(left, height, right - left, bottom - height)
    context.fillRect(left, 0, -left, height)
    context.fillRect(width, 0, right - width, height)
  }
}

/** Everything that tells one drawing of a sampled scene from another. */
interface Look {
  readonly text: string
  readonly outlines: readonly unknown[]
}

const sameLook = (a: Look, b: Look): boolean =>
  a.text === b.text && a.outlines.every((outline, i) => outline === b.outlines[i])

/** The numbers and words of a look. */
function lookOf({ scene, items }: SceneSampler): string {
  const looks = items.map((item) => {
    if (!item.shown) return '-'
    const {
      matrix,
      opacity,
      size,
      corner,
      fill,
      stroke,
      strokeWidth,
      crop,
      fontSize,
      weight,
      letterSpacing,
    } = item
    return [
      item.layer.id,
      matrix,
      opacity,
      size,
      corner,
      fill,
      stroke,
      strokeWidth,
      crop,
      fontSize,
      weight,
      letterSpacing,
      item.text,
      item.picture,
    ].join()
  })
  return `${scene.background}|${scene.size.join()}|${looks.join('|')}`
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
