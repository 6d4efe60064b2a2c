import type { Project } from '@arrow-bend/core/scene'
import type { DecodedPicture } from '../draw/index.ts'
import type { ReadAsset } from '../storage/index.ts'
import { decodePicture, finenessFor } from './decodePicture.ts'

/** All pictures of a project, decoded, by asset id; those that are missing left out. */
export async function decodedPictures(
  { assets }: Pick<Project, 'assets'>,
  read: ReadAsset,
): Promise<(readonly [assetId: string, picture: DecodedPicture])[]> {
  const pictures: (readonly [string, DecodedPicture])[] = []
  for (const asset of assets) {
    if (asset.kind !== 'picture') continue
    const picture = await decodePicture(asset, await read(asset), finenessFor(asset, 0, Infinity))
    if (picture) pictures.push([asset.id, picture])
  }
  return pictures
}
