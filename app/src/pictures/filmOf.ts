import { sceneAt, type ClipAsset, type Project, type Scene } from '@arrow-bend/core/scene'
import { secondsOfTicks } from '@arrow-bend/core/time'
import type { ReadAsset } from '../storage/index.ts'
import { readFrames } from '../work/clipReader.ts'
import { ClipFilm } from './clipFilm.ts'

/** A clip ready to be drawn; null where its bytes are missing. @param changed called once a missing frame is there */
export async function filmOf(
  asset: ClipAsset,
  read: ReadAsset,
  changed: () => void,
): Promise<ClipFilm | null> {
  const blob = await read(asset).catch(() => null)
  if (!blob) return null
  const [width, height] = asset.size
  const frames = (from: number, count: number) => readFrames(asset.sha256, blob, from, count)
  return new ClipFilm(width, height, secondsOfTicks(asset.duration), frames, changed)
}

/** The frames of a clip that a scene shows at a moment. */
export interface StillFrames {
  readonly asset: string
  readonly width: number
  readonly height: number
  readonly frames: readonly { readonly seconds: number; readonly picture: ImageBitmap }[]
}

/** Decodes what a scene shows of clips at a moment, ticks; each frame is the caller's own. */
export async function framesShown(
  { assets, bends, scenes }: Project,
  { scene, time }: { readonly scene: Scene; readonly time: number },
  read: ReadAsset,
): Promise<StillFrames[]> {
  const shown = sceneAt(scene, time, bends, scenes).flatMap((item) => (item.kind === 'clip' ? [item] : []))
  const found: StillFrames[] = []
  for (const asset of assets) {
    const moments = [...new Set(shown.flatMap(({ clip, seconds }) => (clip === asset.id ? [seconds] : [])))]
    if (asset.kind !== 'clip' || moments.length === 0) continue
    const film = await filmOf(asset, read, () => undefined)
    const frames: { seconds: number; picture: ImageBitmap }[] = []
    for (const seconds of moments) {
      const picture = await film?.frame(seconds)
      // What the film lets go of it closes.
      if (picture) frames.push({ seconds, picture: await createImageBitmap(picture) })
    }
    film?.close()
    const [width, height] = asset.size
    found.push({ asset: asset.id, width, height, frames })
  }
  return found
}
