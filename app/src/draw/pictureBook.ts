import { standInPicture, type Asset } from '@arrow-bend/core/scene'

/** A picture ready to be drawn, with halved copies for drawing it small. */
interface Picture {
  /** The largest first, each next half as wide. */
  readonly sizes: readonly CanvasImageSource[]
  /** px of the largest a picture px. */
  readonly fineness: number
  readonly width: number
  readonly height: number
}

/** Drawings are kept at least this large, px, so that they stay sharp when they are shown larger than they say. */
const FINE = 1536
const finenessOf = (width: number, height: number): number =>
  2 ** Math.min(3, Math.max(0, Math.ceil(Math.log2(FINE / Math.max(width, height)))))

/** Copies are made down to this width, px. */
const SMALLEST = 64

/** The decoded pictures of a project, by asset id. Decoding happens once; drawing never waits for it. */
export class PictureBook {
  private readonly pictures = new Map<string, Picture>()
  private readonly asked = new Set<string>()

  /** @param ready called whenever a picture can be drawn that could not before */
  constructor(private readonly ready: () => void) {}

  /** Starts decoding what is not there yet. Resolves once all that can be decoded is. A stand-in is drawn for the rest. */
  async load(assets: readonly Asset[], bytes: ReadonlyMap<string, Uint8Array<ArrayBuffer>>): Promise<void> {
    const found = assets.filter((asset) => !this.asked.has(asset.id) && bytes.has(asset.sha256))
    const missing = assets.filter((asset) => asset.kind === 'picture' && !this.pictures.has(asset.id) && !bytes.has(asset.sha256))
    await Promise.all([
      ...found.map(async (asset) => {
        this.asked.add(asset.id)
        const picture = await decode(asset, bytes.get(asset.sha256)!).catch(() => decodeStandIn(asset))
        if (picture) this.pictures.set(asset.id, picture)
      }),
      ...missing.map(async (asset) => {
        const picture = await decodeStandIn(asset)
        if (picture && !this.asked.has(asset.id)) this.pictures.set(asset.id, picture)
      }),
    ])
    if (found.length + missing.length > 0) this.ready()
  }

  /**
   * The copy to draw for a scale on screen, with its natural size; null while it is not decoded.
   * @param scale screen pixels a picture pixel
   */
  pick(id: string, scale: number): { source: CanvasImageSource; width: number; height: number } | null {
    const picture = this.pictures.get(id)
    if (!picture) return null
    const halvings = Math.min(
      picture.sizes.length - 1,
      Math.max(0, Math.floor(Math.log2(picture.fineness / Math.max(scale, 1e-6)))),
    )
    return { source: picture.sizes[halvings]!, width: picture.width, height: picture.height }
  }
}

/** What is drawn for a picture that is missing or cannot be decoded. */
function decodeStandIn(asset: Asset): Promise<Picture | null> {
  const bytes = new TextEncoder().encode(standInPicture(asset.size))
  return decode({ ...asset, type: 'image/svg+xml' }, bytes).catch(() => null)
}

async function decode(asset: Asset, bytes: Uint8Array<ArrayBuffer>): Promise<Picture> {
  const url = URL.createObjectURL(new Blob([bytes], { type: asset.type }))
  try {
    const image = new Image()
    image.src = url
    await image.decode()
    const [width, height] = asset.size
    const isDrawing = asset.type === 'image/svg+xml'
    const fineness = isDrawing ? finenessOf(width, height) : 1
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

function scaled(source: CanvasImageSource, width: number, height: number): HTMLCanvasElement {
  const canvas = document.createElement('canvas')
  canvas.width = Math.max(1, Math.round(width))
  canvas.height = Math.max(1, Math.round(height))
  const context = canvas.getContext('2d')!
  context.imageSmoothingQuality = 'high'
  context.drawImage(source, 0, 0, canvas.width, canvas.height)
  return canvas
}
