import type { Film } from '../draw/index.ts'
import type { StillFrames } from './filmOf.ts'

/** Single frames of a clip as something to draw, by its asset. */
export const stillFilm = ({
  asset,
  width,
  height,
  frames,
}: StillFrames): readonly [assetId: string, film: Film] => [
  asset,
  { width, height, late: 0, frameAt: (at) => frames.find(({ seconds }) => seconds === at)?.picture ?? null },
]
