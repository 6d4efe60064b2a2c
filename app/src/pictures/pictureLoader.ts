import type { Asset, ClipAsset, PictureAsset } from '@arrow-bend/core/scene'
import type { DecodedPicture, PictureBook } from '../draw/index.ts'
import type { ReadAsset } from '../storage/index.ts'
import { decodePicture, finenessFor, type Fineness } from './decodePicture.ts'

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
    await Promise.all(
      wanted.map(async (asset) => {
        const asItSays = finenessFor(asset, 0, 1)
        const picture = await this.decoded(asset, asItSays)
        // Few are ever shown larger than they say, and drawing them so takes most of the time.
        const canBeFiner = finenessFor(asset, 0, Infinity).finest > asItSays.finest
        const finer = canBeFiner ? () => void this.refine(asset) : undefined
        if (picture) this.book.put(asset.id, picture, finer)
      }),
    )
    return fresh.length > 0
  }

  private async decoded(asset: PictureAsset, fineness: Fineness): Promise<DecodedPicture | null> {
    return decodePicture(asset, await this.read(asset).catch(() => null), fineness)
  }

  /** Draws a picture as fine as it can be had. */
  private async refine(asset: PictureAsset): Promise<void> {
    const picture = await this.decoded(asset, finenessFor(asset, 0, Infinity))
    if (!picture) return
    this.book.put(asset.id, picture)
    this.changed()
  }
}
