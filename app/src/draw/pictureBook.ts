import { clamp } from '@arrow-bend/core/number'
import type { Film } from './film.ts'

/** A picture ready to be drawn, with halved copies for drawing it small. It can be handed to a worker. */
export interface DecodedPicture {
  /** The largest first, each next half as wide. */
  readonly sizes: readonly ImageBitmap[]
  /** px of the largest a picture px. */
  readonly fineness: number
  readonly width: number
  readonly height: number
}

/** What is drawn for a picture at a scale, with its natural size. */
export interface PickedPicture {
  readonly source: ImageBitmap
  readonly width: number
  readonly height: number
}

/** The decoded pictures of a project, and its clips, by asset id. */
export class PictureBook {
  private readonly pictures: Map<string, DecodedPicture>

  private readonly films: Map<string, Film>
  /** What has finer copies made of pictures that can be had finer than they are. */
  private readonly refine = new Map<string, (scale: number) => void>()

  constructor(
    pictures: Iterable<readonly [assetId: string, picture: DecodedPicture]> = [],
    films: Iterable<readonly [assetId: string, film: Film]> = [],
  ) {
    this.pictures = new Map(pictures)
    this.films = new Map(films)
  }

  putFilm(assetId: string, film: Film): void {
    this.films.set(assetId, film)
  }

  /** The clip of an asset; null while it is not there. */
  film(assetId: string): Film | null {
    return this.films.get(assetId) ?? null
  }

  /** Frames of clips that were not decoded when they were to be shown in playing, in all. */
  get late(): number {
    return [...this.films.values()].reduce((sum, { late }) => sum + late, 0)
  }

  /** Natural size of a picture or clip, px; null while it is not known. */
  sizeOf(assetId: string): { readonly width: number; readonly height: number } | null {
    return this.pictures.get(assetId) ?? this.film(assetId)
  }

  has(assetId: string): boolean {
    return this.pictures.has(assetId)
  }

  /**
   * @param finer called once, when the picture is drawn at a scale it is too coarse for, with that scale: another is to be put
   *   then
   */
  put(assetId: string, picture: DecodedPicture, finer?: (scale: number) => void): void {
    this.pictures.set(assetId, picture)
    if (finer) this.refine.set(assetId, finer)
    else this.refine.delete(assetId)
  }

  /**
   * The copy to draw for a scale on screen; null while it is not decoded.
   * @param scale screen pixels a picture pixel
   */
  pick(assetId: string, scale: number): PickedPicture | null {
    const picture = this.pictures.get(assetId)
    if (!picture) return null
    const wanted = Math.floor(Math.log2(picture.fineness / Math.max(scale, 1e-6)))
    if (wanted < 0) this.askFiner(assetId, scale)
    const halvings = clamp(wanted, 0, picture.sizes.length - 1)
    return { source: picture.sizes[halvings]!, width: picture.width, height: picture.height }
  }

  private askFiner(assetId: string, scale: number): void {
    const finer = this.refine.get(assetId)
    this.refine.delete(assetId)
    finer?.(scale)
  }
}
