import type { ArtPicture, Layer } from '../../scene/index.ts'
import type { FrameRate, Ticks } from '../../time/index.ts'
import type { LeftOut } from './motion/animated.ts'

export type { LeftOut } from './motion/animated.ts'

/** A file that moves, as it comes to be a scene. */
export interface TakenOver {
  readonly name: string
  /** px */
  readonly size: readonly [width: number, height: number]
  readonly rate: FrameRate
  readonly duration: Ticks
  /** Null where the file has none. */
  readonly background: string | null
  /** Top first. What shows a picture names one of `pictures` in its place. */
  readonly layers: readonly Layer[]
  readonly pictures: ReadonlyMap<string, ArtPicture>
  /** What was not understood, and where it stands in the file. */
  readonly leftOut: readonly LeftOut[]
}
