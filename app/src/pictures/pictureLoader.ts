import type { Asset, ClipAsset, PictureAsset } from '@arrow-bend/core/scene'
import type { PictureBook } from '../draw/index.ts'
import type { ReadAsset } from '../storage/index.ts'
import { decodePicture, finenessFor } from './decodePicture.ts'

const isClip = (asset: Asset): asset is ClipAsset => asset.kind === 'clip'
const isPicture = (asset: Asset): asset is PictureAsset => asset.kind === 'picture'

/** Fills a book with a project's pictures and clips. Each is fetched and decoded once; drawing never waits for it. */
export class PictureLoader {
  private readonly asked = new Set<string>()

  constructor(
    private readonly book: PictureBook,
    private readonly read: ReadAsset,
    /** Called once a frame of a clip is there that was missing, or a picture finer than it was. */
    private readonly changed: () => void = () => undefined,
  ) {}

  /**
   * Loads what is not there yet. A stand-in is drawn for what is missing or damaged.
   * @returns whether any picture can be drawn that could not before
   */
  async load(assets: readonly Asset[]): Promise<boolean> {
    const fresh = assets.filter(({ id }) => !this.asked.has(id))
    for (const { id } of fresh) this.asked.add(id)
    const [wanted, clips] = [fresh.filter(isPicture), fresh.filter(isClip)]
    for (const clip of clips) {
      const { filmOf } = await import('./filmOf.ts')
      const film = await filmOf(clip, this.read, this.changed)
      if (film) this.book.putFilm(clip.id, film)
    }
    // Few are ever shown larger than they say, and drawing them so takes most of the time.
    await Promise.all(wanted.map((asset) => this.put(asset, 1)))
    return fresh.length > 0
  }

  /** Decodes a picture as fine as it is drawn at a scale, and finer once it is drawn larger, as far as it can be had. */
  private async put(asset: PictureAsset, scale: number): Promise<void> {
    const fineness = finenessFor(asset, 0, scale)
    const bytes = await this.read(asset).catch(() => null)
    const picture = await decodePicture(asset, bytes, fineness)
    if (!picture) return
    const canBeFiner = finenessFor(asset, 0, Infinity).finest > fineness.finest
    const finer = (larger: number): void => void this.put(asset, larger).then(this.changed)
    this.book.put(asset.id, picture, canBeFiner ? finer : undefined)
  }
}
