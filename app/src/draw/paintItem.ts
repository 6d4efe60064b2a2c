import { srgbOf, type OklabAlpha, type Outline } from '@arrow-bend/core/property'
import { outlinePathData, type DrawItem } from '@arrow-bend/core/scene'
import type { PictureBook } from './pictureBook.ts'

/** What can be painted on: a canvas of the page or of a worker. */
export type Context = CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D

/** The family text layers are set in. */
export const TEXT_FAMILY = "'Atkinson Hyperlegible Next Variable', sans-serif"

const PATHS = new WeakMap<Outline, Path2D>()

/** The drawn form of an outline, made once. */
export function outlinePath(outline: Outline): Path2D {
  const known = PATHS.get(outline)
  if (known) return known
  const made = new Path2D(outlinePathData(outline))
  PATHS.set(outline, made)
  return made
}

/** What lists of numbers were written as last: a layer's colours seldom change from one frame to the next. */
const WRITTEN = new WeakMap<Float64Array, { readonly numbers: Float64Array; readonly text: string }>()

/** The CSS colour of OKLab numbers. */
export function canvasColour(colour: Float64Array): string {
  const known = WRITTEN.get(colour)
  if (known?.numbers.every((part, i) => part === colour[i])) return known.text
  const text = writeColour(colour)
  WRITTEN.set(colour, { numbers: Float64Array.from(colour), text })
  return text
}

function writeColour(colour: Float64Array): string {
  const [r, g, b, alpha] = srgbOf(colour as unknown as OklabAlpha)
  return `rgb(${(r * 255).toFixed(2)} ${(g * 255).toFixed(2)} ${(b * 255).toFixed(2)} / ${alpha.toFixed(4)})`
}

/** The shape of an item in its own coordinates; null for text and pictures. */
export function itemPath(item: DrawItem): Path2D | null {
  const [width, height] = [Math.max(0, item.size[0]!), Math.max(0, item.size[1]!)]
  if (item.layer.kind === 'path') return item.outline && outlinePath(item.outline)
  const path = new Path2D()
  if (item.layer.kind === 'rectangle') {
    const corner = Math.min(item.corner, width / 2, height / 2)
    path.roundRect(-width / 2, -height / 2, width, height, corner)
    return path
  }
  if (item.layer.kind !== 'ellipse') return null
  path.ellipse(0, 0, width / 2, height / 2, 0, 0, 2 * Math.PI)
  return path
}

/** Sets the font of a text item on a context. */
export function setFont(context: Context, item: DrawItem): void {
  context.font = `${item.weight} ${item.fontSize}px ${TEXT_FAMILY}`
  context.letterSpacing = `${item.letterSpacing}px`
  context.textAlign = 'center'
}

/**
 * Paints one item. The context's transform must be the stage's; it is left as it was.
 * @param scale screen pixels a stage pixel, to choose how fine a picture to draw
 */
export function paintItem(context: Context, item: DrawItem, pictures: PictureBook, scale: number): void {
  if (!item.shown || item.opacity <= 0) return
  const [a, b, c, d, e, f] = item.matrix as unknown as [number, number, number, number, number, number]
  context.save()
  context.transform(a, b, c, d, e, f)
  context.globalAlpha *= item.opacity
  if (item.layer.kind === 'image') paintPicture(context, item, pictures, scale * Math.hypot(a, b))
  else if (item.layer.kind === 'text') paintText(context, item)
  else paintShape(context, item)
  context.restore()
}

function paintShape(context: Context, item: DrawItem): void {
  const path = itemPath(item)
  if (!path) return
  context.fillStyle = canvasColour(item.fill)
  context.fill(path)
  if (item.strokeWidth <= 0) return
  context.strokeStyle = canvasColour(item.stroke)
  context.lineWidth = item.strokeWidth
  context.lineJoin = item.layer.kind === 'path' ? 'round' : 'miter'
  context.lineCap = item.layer.kind === 'path' ? 'round' : 'butt'
  context.stroke(path)
}

function paintText(context: Context, item: DrawItem): void {
  setFont(context, item)
  context.fillStyle = canvasColour(item.fill)
  // As in SVG, the space after the last letter counts when the line is centred.
  context.fillText(item.text, 0, 0)
}

function paintPicture(context: Context, item: DrawItem, pictures: PictureBook, scale: number): void {
  const picked = pictures.pick(item.picture, scale)
  if (!picked) return
  const { source, width, height } = picked
  const [left, right, top, bottom] = item.crop as unknown as [number, number, number, number]
  if (left || right || top || bottom) {
    context.beginPath()
    const [x, y] = [(width * left) / 100, (height * top) / 100]
    context.rect(
      x - width / 2,
      y - height / 2,
      Math.max(0, width * (1 - right / 100) - x),
      Math.max(0, height * (1 - bottom / 100) - y),
    )
    context.clip()
  }
  context.drawImage(source, -width / 2, -height / 2, width, height)
}
