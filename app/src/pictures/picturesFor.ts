import type { Asset, PictureAsset } from '@arrow-bend/core/scene'
import type { DecodedPicture, ScalesAsked } from '../draw/index.ts'
import type { ReadAsset } from '../storage/index.ts'
import { decodePicture, finenessFor, type Fineness } from './decodePicture.ts'

/** Decoded pictures kept for the next time, px in all: as many as small frames of a project need. */
const KEPT_PX = 6e6

/** By what they hold and how fine they are, those used last at the end. */
const kept = new Map<string, { readonly px: number; readonly picture: Promise<DecodedPicture | null> }>()

/**
 * Pictures just as fine as they are drawn, by asset id; those that cannot be drawn are left out. They stay the keeper's own:
 * to a worker they go as copies.
 */
export async function picturesFor(
  assets: readonly Asset[],
  asked: readonly (readonly [assetId: string, scales: ScalesAsked])[],
  read: ReadAsset,
): Promise<(readonly [assetId: string, picture: DecodedPicture])[]> {
  const scales = new Map(asked)
  const found: (readonly [string, DecodedPicture])[] = []
  for (const asset of assets) {
    const wanted = scales.get(asset.id)
    if (asset.kind !== 'picture' || !wanted) continue
    const picture = await pictureFor(asset, finenessFor(asset, wanted.least, wanted.most), read)
    if (picture) found.push([asset.id, picture])
  }
  return found
}

function pictureFor(
  asset: PictureAsset,
  fineness: Fineness,
  read: ReadAsset,
): Promise<DecodedPicture | null> {
  const key = `${asset.sha256} ${fineness.finest} ${fineness.coarsest}`
  const picture = kept.get(key)?.picture ?? decoded(asset, fineness, read, () => kept.delete(key))
  const [width, height] = asset.size
  kept.delete(key)
  kept.set(key, { px: width * height * fineness.finest ** 2, picture })
  letGo()
  return picture
}

/** @param forget called where what is missing, or cannot be read, may be there the next time */
async function decoded(
  asset: PictureAsset,
  fineness: Fineness,
  read: ReadAsset,
  forget: () => void,
): Promise<DecodedPicture | null> {
  try {
    const bytes = await read(asset)
    if (!bytes) forget()
    return await decodePicture(asset, bytes, fineness)
  } catch (error) {
    forget()
    throw error
  }
}

/** Lets go of those not used for longest, until what is kept is no more than it may be. */
function letGo(): void {
  let sum = [...kept.values()].reduce((all, { px }) => all + px, 0)
  for (const [key, { px }] of kept) {
    if (sum <= KEPT_PX) return
    kept.delete(key)
    sum -= px
  }
}
