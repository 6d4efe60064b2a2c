import type { TakenScene } from '../../edit/index.ts'
import type { LeftOut } from './motion/animated.ts'

export type { LeftOut } from './motion/animated.ts'

/** A file that moves, as it comes to be a scene. */
export interface TakenOver extends TakenScene {
  /** What was not understood, and where it stands in the file. */
  readonly leftOut: readonly LeftOut[]
}
