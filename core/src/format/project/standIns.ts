import { strToU8 } from 'fflate'
import type { Asset } from '../../scene/index.ts'
import type { ProjectFile, Sha256 } from './bendFile.ts'

/** A plain grey picture with a cross, of a size in px. */
function standInPicture([width, height]: Asset['size']): Uint8Array<ArrayBuffer> {
  return strToU8(
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}">` +
      `<rect width="${width}" height="${height}" fill="#bdbdba"/>` +
      `<path d="M0 0L${width} ${height}M${width} 0L0 ${height}" stroke="#55626b" stroke-width="${Math.max(1, Math.min(width, height) / 100)}"/></svg>`,
  ) as Uint8Array<ArrayBuffer>
}

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
    const bytes = standInPicture(asset.size)
    const hash = await sha256(bytes)
    all.set(hash, bytes)
    listed.push({ ...asset, type: 'image/svg+xml', sha256: hash })
  }
  return { project: { ...project, assets: listed }, assets: all }
}
