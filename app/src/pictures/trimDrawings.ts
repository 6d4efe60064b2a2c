import { seenBox, trimSvgPicture, type Trimmed } from '@arrow-bend/core/format/art'
import type { ArtPicture, Bounds } from '@arrow-bend/core/scene'

/** Longest side a drawing is measured at, px; larger ones are measured coarser, and keep as much more round them. */
const FINE = 2048

/** Drawings of SVG without their empty margins, by how the browser draws them. In the page only: a worker opens no SVG. */
export async function trimDrawings(
  pictures: readonly ArtPicture[],
): Promise<ReadonlyMap<ArtPicture, Trimmed>> {
  const found = new Map<ArtPicture, Trimmed>()
  for (const picture of pictures) {
    if (picture.type !== 'image/svg+xml') continue
    // One that cannot be measured stays as it is.
    const box = await drawnBox(picture).catch(() => null)
    const trimmed = box && trimSvgPicture(picture, box)
    if (trimmed) found.set(picture, trimmed)
  }
  return found
}

/** The least box of whole pixels with all that is drawn; null where nothing is. */
async function drawnBox({ bytes, type, size: [width, height] }: ArtPicture): Promise<Bounds | null> {
  const url = URL.createObjectURL(new Blob([bytes], { type }))
  try {
    const image = new Image()
    image.src = url
    await image.decode()
    const share = Math.min(1, FINE / Math.max(width, height))
    const canvas = new OffscreenCanvas(Math.ceil(width * share), Math.ceil(height * share))
    const context = canvas.getContext('2d', { willReadFrequently: true })!
    context.drawImage(image, 0, 0, width * share, height * share)
    const { data } = context.getImageData(0, 0, canvas.width, canvas.height)
    const seen = seenBox({ width: canvas.width, height: canvas.height, channels: 4, data })
    if (!seen) return null
    // Edges may be drawn fainter than one step of alpha: a pixel more on each side.
    const [left, top] = [seen.x, seen.y].map((side) => Math.max(0, Math.floor((side - 1) / share)))
    const right = Math.min(width, Math.ceil((seen.x + seen.width + 1) / share))
    const bottom = Math.min(height, Math.ceil((seen.y + seen.height + 1) / share))
    return { x: left!, y: top!, width: right - left!, height: bottom - top! }
  } finally {
    URL.revokeObjectURL(url)
  }
}
