import type { Asset, PictureAsset } from '@arrow-bend/core/scene'
import type { PictureBook } from '../draw/index.ts'
import type { ReadAsset } from '../storage/index.ts'
import { decodePicture } from './decodePicture.ts'

const isPicture = (asset: Asset): asset is PictureAsset => asset.kind === 'picture'

/** Fills a book with a project's pictures. Each is fetched and decoded once; drawing never waits for it. */
export class PictureLoader {
  private readonly asked = new Set<string>()

  constructor(
    private readonly book: PictureBook,
    private readonly read: ReadAsset,
  ) {}

  /**
   * Loads what is not there yet. A stand-in is drawn for what is missing or damaged.
   * @returns whether any picture can be drawn that could not before
   */
  async load(assets: readonly Asset[]): Promise<boolean> {
    const wanted = assets.filter(isPicture).filter(({ id }) => !this.asked.has(id))
    for (const { id } of wanted) this.asked.add(id)
    await Promise.all(
      wanted.map(async (asset) => {
        const picture = await decodePicture(asset, await this.read(asset).catch(() => null))
        if (picture) this.book.put(asset.id, picture)
      }),
    )
    return wanted.length > 0
  }
}
