import type { Project, Scene } from '@arrow-bend/core/scene'
import { frameTicks, type FrameRate } from '@arrow-bend/core/time'

/** How long the shutter is open, and of how many looks a frame is the mean. */
export interface Shutter {
  readonly looks: number
  /** Of a whole frame, degrees: 360 is all of it. */
  readonly angle: number
}

/** Kinds of layers by which something may be heard. */
const HEARD: ReadonlySet<string> = new Set(['sound', 'clip', 'scene'])

/** Whether there may be anything to hear in a scene. */
export const mayBeHeard = ({ assets }: Pick<Project, 'assets'>, { layers }: Pick<Scene, 'layers'>): boolean =>
  assets.some(({ kind }) => kind !== 'picture') && layers.some(({ kind }) => HEARD.has(kind))

/** How many frames a scene has at a rate: one at least. */
export const frameCount = ({ duration }: Pick<Scene, 'duration'>, rate: FrameRate): number =>
  Math.max(1, Math.ceil(duration / frameTicks(rate) - 1e-9))

/** The scene's own time at a frame, and between while the shutter is open, ticks. A long scene has millions: each is asked for. */
export function frameMoments(
  { duration }: Pick<Scene, 'duration'>,
  rate: FrameRate,
  { looks, angle }: Shutter = { looks: 1, angle: 0 },
): (frame: number) => readonly number[] {
  const length = frameTicks(rate)
  const open = (angle / 360) * length
  return (frame) =>
    Array.from({ length: looks }, (_, i) => Math.min(duration - 1, frame * length + (i / looks) * open))
}
