import type { Draft } from 'immer'
import { LIMITS, type ArtPicture, type Asset, type Project } from '../../scene/index.ts'
import { BadEdit } from '../badEdit.ts'
import type { MakeId } from '../refs.ts'
import { addAsset } from './layers.ts'

/**
 * Adds pictures to a project's assets. Those it has already are used again.
 * @param sha256 of their bytes, lower-case hex
 * @returns the ids of their assets
 * @throws BadEdit when there would be more than a project holds
 */
export function addPictures(
  draft: Draft<Project>,
  pictures: Iterable<ArtPicture>,
  sha256: ReadonlyMap<ArtPicture, string>,
  makeId: MakeId,
): Map<ArtPicture, string> {
  const assets = new Map<ArtPicture, string>()
  for (const picture of pictures) {
    const hash = sha256.get(picture)!
    const known = draft.assets.find((asset) => asset.sha256 === hash && asset.type === picture.type)
    const asset: Asset = {
      kind: 'picture',
      id: known?.id ?? makeId(),
      name: picture.name,
      type: picture.type,
      sha256: hash,
      size: picture.size,
    }
    addAsset(draft, asset)
    assets.set(picture, asset.id)
  }
  if (draft.assets.length > LIMITS.assets)
    throw new BadEdit(
      `A project holds ${LIMITS.assets.toLocaleString('en')} pictures at most. Nothing was added.`,
    )
  return assets
}
