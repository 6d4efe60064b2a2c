import { clamp } from '@arrow-bend/core/number'
import type { ClipAsset } from '@arrow-bend/core/scene'
import { secondsOfTicks } from '@arrow-bend/core/time'
import type { ReadAsset } from '../storage/index.ts'
import { readStrip } from '../work/clipReader.ts'
import type { StripPicture } from '../work/clipWorker.ts'

/** Small pictures of a clip, evenly spread over it, in their order. */
export type ClipStrip = readonly StripPicture[]

/** As high as a bar of the deck on a dense screen, px. */
const HEIGHT = 34
/** Pictures a second of the clip, and in all. */
const A_SECOND = 2
const MOST = 60

const strips = new Map<string, Promise<ClipStrip>>()

/** The small pictures of a clip, decoded once; none where it cannot be read. */
export function clipStripOf(asset: ClipAsset, read: ReadAsset): Promise<ClipStrip> {
  const known = strips.get(asset.sha256)
  if (known) return known
  const made = (async (): Promise<ClipStrip> => {
    const blob = await read(asset)
    const count = clamp(Math.ceil(secondsOfTicks(asset.duration) * A_SECOND), 1, MOST)
    return blob ? readStrip(blob, count, HEIGHT) : []
  })().catch(() => [])
  strips.set(asset.sha256, made)
  // What could not be read now may be there later.
  void made.then(({ length }) => length === 0 && strips.delete(asset.sha256))
  return made
}

/** The one nearest to a moment of the clip, s; the first before its start, the last past its end. */
export function stripPictureAt(strip: ClipStrip, seconds: number): StripPicture | null {
  return strip.reduce<StripPicture | null>(
    (best, one) => (best && Math.abs(best.seconds - seconds) <= Math.abs(one.seconds - seconds) ? best : one),
    null,
  )
}
