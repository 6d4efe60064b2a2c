import { clamp } from '@arrow-bend/core/number'
import { standInPicture, type PictureAsset } from '@arrow-bend/core/scene'
import type { DecodedPicture } from '../draw/index.ts'

/** Drawings can be had at least this large, px, so that they stay sharp when they are shown larger than they say. */
const FINE = 1536
/** How many times as large as it says a drawing can be had; photographs have no more than they have. */
function finenessOf({ type, size: [width, height] }: PictureAsset): number {
  if (type !== 'image/svg+xml') return 1
  return 2 ** clamp(Math.ceil(Math.log2(FINE / Math.max(width, height))), 0, 3)
}

/** Copies are made down to this width, px, of small pictures to what they say. */
const SMALLEST = 64

/** The copies of a picture: each half as wide as the one before, in px of the copy a px of the picture, powers of two. */
export interface Fineness {
  readonly finest: number
  readonly coarsest: number
}

/**
 * The copies that are drawn from a scale to another, as far as there are any.
 * @param least, most screen pixels a picture pixel: from 0 for the smallest there is, to Infinity for the largest
 */
export function finenessFor(asset: PictureAsset, least: number, most: number): Fineness {
  const finest = finenessOf(asset)
  const coarsest = Math.min(1, 2 ** Math.ceil(Math.log2(SMALLEST / asset.size[0])))
  const at = (scale: number): number => clamp(2 ** Math.ceil(Math.log2(scale)), coarsest, finest)
  return { finest: at(most), coarsest: at(least) }
}

/**
 * Decodes a picture, or draws a stand-in for one that is missing or damaged. In the page only: a worker opens no SVG.
 * @returns null where not even that can be drawn
 */
export async function decodePicture(
  asset: PictureAsset,
  bytes: Blob | null,
  fineness: Fineness,
): Promise<DecodedPicture | null> {
  const decoded = bytes && (await decode(asset, bytes, fineness).catch(() => null))
  if (decoded) return decoded
  const standIn = new Blob([standInPicture(asset.size)], { type: 'image/svg+xml' })
  const drawing = { ...asset, type: 'image/svg+xml' as const }
  return decode(drawing, standIn, finenessFor(drawing, 0, Infinity)).catch(() => null)
}

async function decode(
  { type, size }: PictureAsset,
  bytes: Blob,
  { finest, coarsest }: Fineness,
): Promise<DecodedPicture> {
  const url = URL.createObjectURL(bytes)
  try {
    const image = new Image()
    image.src = url
    await image.decode()
    const [width, height] = size
    const isDrawing = type === 'image/svg+xml'
    const sizes: ImageBitmap[] = []
    // A drawing is drawn anew at every size; a photograph is halved step by step, which blurs least.
    let source: CanvasImageSource = image
    for (let fineness = isDrawing ? finest : 1; fineness >= coarsest; fineness /= 2) {
      const copy = scaled(source, width * fineness, height * fineness)
      if (fineness <= finest) sizes.push(copy)
      if (!isDrawing) source = copy
    }
    return { sizes, fineness: finest, width, height }
  } finally {
    URL.revokeObjectURL(url)
  }
}

function scaled(source: CanvasImageSource, width: number, height: number): ImageBitmap {
  const canvas = new OffscreenCanvas(Math.max(1, Math.round(width)), Math.max(1, Math.round(height)))
  const context = canvas.getContext('2d')!
  context.imageSmoothingQuality = 'high'
  context.drawImage(source, 0, 0, canvas.width, canvas.height)
  return canvas.transferToImageBitmap()
}
