import { along, type MoveDistance } from '../../moves/index.ts'
import type { Bounds } from '../../scene/index.ts'

/** px by which what is outside the frame is farther than its edge, so that nothing of it shows. */
const ROOM = 2

export interface DistanceGround {
  /** Degrees clockwise from the x axis. */
  readonly direction: number
  /** px */
  readonly frame: readonly [width: number, height: number]
  /** Whether it comes from outside, or goes there. */
  readonly arrives: boolean
  /** What the layer fills at rest, px of the stage; null where that is not known. */
  readonly box: Bounds | null
}

/** How far a move goes, px of the stage. */
export function distanceOf(wanted: MoveDistance, { direction, frame, arrives, box }: DistanceGround): number {
  if (typeof wanted === 'object' && 'px' in wanted) return wanted.px
  const way = along({ direction }, 1)
  if (wanted !== 'outside') return (Math.hypot(way[0] * frame[0], way[1] * frame[1]) * wanted.percent) / 100
  if (!box) return Math.hypot(...frame)
  const [x, y] = arrives ? [-way[0], -way[1]] : way
  return Math.max(
    0,
    Math.min(
      beyond(x, [box.x, box.x + box.width], frame[0]),
      beyond(y, [box.y, box.y + box.height], frame[1]),
    ),
  )
}

/** How far along a way a stretch is past an edge of the frame; never, where it goes along that edge. */
function beyond(way: number, [low, high]: readonly [number, number], size: number): number {
  if (Math.abs(way) < 1e-6) return Infinity
  return way > 0 ? (size - low + ROOM) / way : (high + ROOM) / -way
}
