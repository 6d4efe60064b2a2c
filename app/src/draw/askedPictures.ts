import { PictureBook, type PickedPicture } from './pictureBook.ts'

/** The least and the most screen pixels a picture pixel at which a picture is drawn. */
export interface ScalesAsked {
  readonly least: number
  readonly most: number
}

/** A book of the sizes of pictures alone: what is drawn with it tells which pictures it needs, and how fine. */
export class AskedPictures extends PictureBook {
  private readonly scales = new Map<string, ScalesAsked>()

  /** @param sizes of pictures and clips by asset id, px */
  constructor(private readonly sizes: ReadonlyMap<string, readonly [width: number, height: number]>) {
    super()
  }

  /** Of the pictures drawn so far, at which scales they were. */
  get asked(): readonly (readonly [assetId: string, scales: ScalesAsked])[] {
    return [...this.scales]
  }

  override sizeOf(assetId: string): { readonly width: number; readonly height: number } | null {
    const size = this.sizes.get(assetId)
    return size ? { width: size[0], height: size[1] } : null
  }

  override pick(assetId: string, scale: number): PickedPicture | null {
    const before = this.scales.get(assetId)
    this.scales.set(assetId, {
      least: Math.min(scale, before?.least ?? scale),
      most: Math.max(scale, before?.most ?? scale),
    })
    return null
  }
}
