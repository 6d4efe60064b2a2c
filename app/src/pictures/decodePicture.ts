import { clamp } from '@arrow-bend/core/number'
import { standInPicture, type PictureAsset } from '@arrow-bend/core/scene'
import type { DecodedPicture } from '../draw/index.ts'

/** Drawings can be had at least this large, px, so that they stay sharp when they are shown larger than they say. */
const FINE = 1536
/** How many times as large as it says a drawing can be had; photographs have no more than they have. */
export function finenessOf({ type, size: [width, height] }: PictureAsset): number {
  if (type !== 'image/svg+xml') return 1
  return 2 ** clamp(Math.ceil(Math.log2(FINE / Math.max(width, height))), 0, 3)
}

/** Copies are made down to this width, px. */
const SMALLEST = 64

/**
 * Decodes a picture, or draws a stand-in for one that is missing or damaged. In the page only: a worker opens no SVG.
 * @param fineness px of the largest copy a px of the picture: 1, or as far as `finenessOf` goes
 * @returns null where not even that can be drawn
 */
export async function decodePicture(
  asset: PictureAsset,
  bytes: Blob | null,
  fineness: number,
): Promise<DecodedPicture | null> {
  const decoded = bytes && (await decode(asset, bytes, fineness).catch(() => null))
  if (decoded) return decoded
  const standIn = new Blob([standInPicture(asset.size)], { type: 'image/svg+xml' })
  const drawing = { ...asset, type: 'image/svg+xml' as const }
  return decode(drawing, standIn, finenessOf(drawing)).catch(() => null)
}

async function decode({ type, size }: PictureAsset, bytes: Blob, fineness: number): Promise<DecodedPicture> {
  const url = URL.createObjectURL(bytes)
  try {
    const image = new Image()
    image.src = url
    await image.decode()
    const [width, height] = size
    const isDrawing = type === 'image/svg+xml'
    const sizes = [scaled(image, width * fineness, height * fineness)]
    for (let half = (width * fineness) / 2; half >= SMALLEST; half /= 2) {
      // A drawing is drawn anew at every size; a photograph is halved step by step, which blurs least.
      sizes.push(scaled(isDrawing ? image : sizes[sizes.length - 1]!, half, (height * half) / width))
    }
    return { sizes, fineness, width, height }
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
