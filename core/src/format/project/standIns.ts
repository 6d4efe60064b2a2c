import { strToU8 } from 'fflate'
import { LOCAL_TIME, standInPicture, type Asset, type Layer, type Scene } from '../../scene/index.ts'
import { secondsOfTicks } from '../../time/index.ts'
import { silentWav } from './silentWav.ts'
import type { ProjectFile, Sha256 } from './bendFile.ts'

/**
 * The project with a plain picture of the same size in place of each picture and clip whose bytes are missing, and silence for each
 * sound, so that its file is whole and opens; layers, names and motion stay as they are. The same object when none is missing.
 */
export async function withStandIns(file: ProjectFile, sha256: Sha256): Promise<ProjectFile> {
  const { project, assets } = file
  if (project.assets.every((asset) => assets.has(asset.sha256))) return file
  const all = new Map(assets)
  const listed: Asset[] = []
  /** Clips whose bytes are missing, by id. */
  const lost = new Set<string>()
  for (const asset of project.assets) {
    if (assets.has(asset.sha256)) {
      listed.push(asset)
      continue
    }
    if (asset.kind === 'sound') {
      const silence = new Blob([silentWav(secondsOfTicks(asset.duration))], { type: 'audio/wav' })
      const hash = await sha256(silence)
      all.set(hash, silence)
      listed.push({ ...asset, type: 'audio/wav', sha256: hash })
      continue
    }
    if (asset.kind === 'clip') lost.add(asset.id)
    const drawing = strToU8(standInPicture(asset.size)) as Uint8Array<ArrayBuffer>
    const bytes = new Blob([drawing], { type: 'image/svg+xml' })
    const hash = await sha256(bytes)
    all.set(hash, bytes)
    const { id, name, size } = asset
    listed.push({ id, name, size, kind: 'picture', type: 'image/svg+xml', sha256: hash })
  }
  const scenes = lost.size === 0 ? project.scenes : project.scenes.map((scene) => withoutClips(scene, lost))
  return { project: { ...project, scenes, assets: listed }, assets: all }
}

/** Layers that play lost clips show the pictures that stand for these. */
function withoutClips(scene: Scene, lost: ReadonlySet<string>): Scene {
  const layers = scene.layers.map((layer): Layer => {
    const { source, properties, ...rest } = layer
    if (layer.kind !== 'clip' || !source || !('asset' in source) || !lost.has(source.asset)) return layer
    const others = Object.fromEntries(
      Object.entries(properties).filter(([name]) => name !== LOCAL_TIME.name && name !== 'gain'),
    )
    const picture = { kind: 'choice', value: source.asset, keys: [] } as const
    return { ...rest, kind: 'image', properties: { ...others, picture } }
  })
  return { ...scene, layers }
}
