import type { BendLibrary } from '@arrow-bend/core/bend'
import { parseColour, type EncodedRgb } from '@arrow-bend/core/property'
import { compileScene, sampleSceneInto, type Scene, type SceneSampler } from '@arrow-bend/core/scene'
import { canvasColour } from './canvasColour.ts'
import type { Context2d } from './context2d.ts'
import { itemCorners } from './itemBounds.ts'
import { paintItems } from './paintItems.ts'
import type { PictureBook } from './pictureBook.ts'

export interface Ground {
  /** The mean of what is seen there. */
  readonly colour: EncodedRgb
  /** Of the layer that lies on it, 0 … 1. */
  readonly opacity: number
}

export interface GroundToLookAt {
  readonly scene: Scene
  /** The project's, for layers that show one of them. */
  readonly scenes: readonly Scene[]
  readonly library: BendLibrary
  readonly layer: string
  /** Scene time, ticks. */
  readonly time: number
}

/** A small picture is enough for a mean, px. */
const [WIDTH, HEIGHT] = [48, 16]
let paper: Context2d | null = null
/** The scene that was looked at last, made ready. */
let known:
  (Pick<GroundToLookAt, 'scene' | 'scenes' | 'library'> & { readonly sampler: SceneSampler }) | null = null

/** What lies beneath a layer, within its box, at a moment; null where it is not seen. */
export function groundBeneath(
  { scene, scenes, library, layer, time }: GroundToLookAt,
  pictures: PictureBook,
): Ground | null {
  if (known?.scene !== scene || known.scenes !== scenes || known.library !== library)
    known = { scene, scenes, library, sampler: compileScene(scene, library, { scenes }) }
  const items = sampleSceneInto(known.sampler, time)
  const at = items.findIndex((item) => item.isOriginal && item.layer.id === layer)
  const item = items[at]
  if (!item?.shown || item.opacity <= 0) return null
  const corners = itemCorners(item, pictures)
  const [xs, ys] = [corners.map(([x]) => x), corners.map(([, y]) => y)]
  const [left, top] = [Math.min(...xs), Math.min(...ys)]
  const [width, height] = [Math.max(...xs) - left, Math.max(...ys) - top]
  if (!(width > 0 && height > 0)) return null
  paper ??= new OffscreenCanvas(WIDTH, HEIGHT).getContext('2d', { willReadFrequently: true })!
  paper.save()
  paper.fillStyle = canvasColour(Float64Array.from(parseColour(scene.background)))
  paper.fillRect(0, 0, WIDTH, HEIGHT)
  paper.scale(WIDTH / width, HEIGHT / height)
  paper.translate(-left, -top)
  paintItems(paper, items.slice(0, at), { pictures, scale: WIDTH / width })
  paper.restore()
  return { colour: meanOf(paper.getImageData(0, 0, WIDTH, HEIGHT).data), opacity: item.opacity }
}

function meanOf(data: Uint8ClampedArray): EncodedRgb {
  const sums = [0, 0, 0]
  for (let i = 0; i < data.length; i += 4) for (let k = 0; k < 3; k += 1) sums[k] = sums[k]! + data[i + k]!
  return sums.map((sum) => sum / (data.length / 4) / 255) as unknown as EncodedRgb
}
