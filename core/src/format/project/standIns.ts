import { strToU8 } from 'fflate'
import { standInPicture, type Asset } from '../../scene/index.ts'
import type { ProjectFile, Sha256 } from './bendFile.ts'

/**
 * The project with a plain picture of the same size in place of each whose bytes are missing, so that its file is whole and
 * opens; layers, names and motion stay as they are. The same object when none is missing.
 */
export async function withStandIns(file: ProjectFile, sha256: Sha256): Promise<ProjectFile> {
  const { project, assets } = file
  if (project.assets.every((asset) => assets.has(asset.sha256))) return file
  const all = new Map(assets)
  const listed: Asset[] = []
  for (const asset of project.assets) {
    if (assets.has(asset.sha256)) {
      listed.push(asset)
      continue
    }
    // No layer plays a clip or a sound so far: one without its bytes is nothing.
    if (asset.kind !== 'picture') continue
    const bytes = strToU8(standInPicture(asset.size)) as Uint8Array<ArrayBuffer>
    const hash = await sha256(bytes)
    all.set(hash, bytes)
    listed.push({ ...asset, type: 'image/svg+xml', sha256: hash })
  }
  return { project: { ...project, assets: listed }, assets: all }
}
