import type { Scene } from '@arrow-bend/core/scene'
import { frameTicks, snapToFrame, type Ticks } from '@arrow-bend/core/time'

/** Times worth snapping to: keys, markers, ends of layers, of the play range and of the scene. */
export function snapTimes(scene: Scene, leaveOut: ReadonlySet<string> = new Set()): number[] {
  const times = new Set<number>([0, scene.duration])
  for (const layer of scene.layers) {
    for (const edge of layer.span) times.add(edge)
    for (const { keys } of Object.values(layer.properties)) {
      for (const key of keys) if (!leaveOut.has(key.id)) times.add(key.t)
    }
  }
  for (const marker of scene.markers) times.add(marker.t)
  for (const edge of scene.playRange ?? []) times.add(edge)
  return [...times].sort((a, b) => a - b)
}

export interface SnapOptions {
  readonly rate: Scene['rate']
  /** Sorted ticks. */
  readonly times: readonly number[]
  /** How near a time pulls, ticks. */
  readonly within: number
}

/** A time drawn to the nearest of the given times when one is near, else to its frame. */
export function snapTime(time: number, { rate, times, within }: SnapOptions): Ticks {
  let nearest: number | null = null
  for (const candidate of times) {
    if (Math.abs(candidate - time) > within) continue
    if (nearest === null || Math.abs(candidate - time) < Math.abs(nearest - time)) nearest = candidate
  }
  const frame = snapToFrame(time, rate)
  // A key between frames pulls only when it is nearer than the frame itself.
  if (
    nearest === null ||
    (nearest % frameTicks(rate) !== 0 && Math.abs(frame - time) < Math.abs(nearest - time))
  )
    return frame
  return nearest as Ticks
}
