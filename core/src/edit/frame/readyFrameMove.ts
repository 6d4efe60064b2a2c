import type { Vec2 } from '../../route/index.ts'
import { heldInside, wholeFraming, type Bounds, type Framing } from '../../scene/index.ts'
import { BadEdit } from '../badEdit.ts'

/** Moves of the frame that are made without drawing: which way the frame goes over the still. */
export const READY_FRAME_MOVES = ['pushIn', 'pullOut', 'panLeft', 'panRight', 'panUp', 'panDown'] as const
export type ReadyFrameMove = (typeof READY_FRAME_MOVES)[number]

/** Where the frame of a pan goes, from the middle. */
const WAYS: Partial<Record<ReadyFrameMove, Vec2>> = {
  panLeft: [-1, 0],
  panRight: [1, 0],
  panUp: [0, -1],
  panDown: [0, 1],
}

/** What a ready move goes over. */
export interface OverStill {
  /** px */
  readonly frame: Vec2
  /** The still's box in its own coordinates, px. */
  readonly still: Bounds
}

/**
 * The first and last framing of a ready move. A push or pull goes between all of the still and a part that is smaller by `percent`;
 * a pan goes from one side to the other with a frame that is smaller by as much.
 * @param percent above 0, below 100
 * @throws BadEdit for a size that leaves nothing
 */
export function readyFrameMove(
  move: ReadyFrameMove,
  percent: number,
  { frame, still }: OverStill,
): readonly [first: Framing, last: Framing] {
  if (!(percent > 0 && percent < 100))
    throw new BadEdit('The size of a frame move lies above 0 and below 100 %. Nothing was changed.')
  const whole = wholeFraming(frame, still)
  const part = { ...whole, width: whole.width * (1 - percent / 100) }
  const way = WAYS[move]
  if (!way) return move === 'pushIn' ? [whole, part] : [part, whole]
  const [x, y] = whole.centre
  const at = (side: 1 | -1): Framing => {
    const centre = [x + side * way[0] * still.width, y + side * way[1] * still.height] as const
    return heldInside({ ...part, centre }, frame, still)
  }
  return [at(-1), at(1)]
}
