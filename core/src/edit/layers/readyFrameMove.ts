import type { Vec2 } from '../../route/index.ts'
import { heldInside, wholeFraming, type Framing } from '../../scene/index.ts'
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

/**
 * The first and last framing of a ready move. A push or pull goes between all of the still and a part that is smaller by `percent`;
 * a pan goes from one side to the other with a frame that is smaller by as much.
 * @param percent above 0, below 100
 * @param still px
 * @throws BadEdit for a size that leaves nothing
 */
export function readyFrameMove(
  move: ReadyFrameMove,
  percent: number,
  { frame, still }: { readonly frame: Vec2; readonly still: Vec2 },
): { readonly first: Framing; readonly last: Framing } {
  if (!(percent > 0 && percent < 100))
    throw new BadEdit('The size of a frame move lies above 0 and below 100 %. Nothing was changed.')
  const whole = wholeFraming(frame, still)
  const part = { ...whole, width: whole.width * (1 - percent / 100) }
  const way = WAYS[move]
  if (!way) return move === 'pushIn' ? { first: whole, last: part } : { first: part, last: whole }
  const at = (side: 1 | -1): Framing =>
    heldInside({ ...part, centre: [side * way[0] * still[0], side * way[1] * still[1]] }, frame, still)
  return { first: at(-1), last: at(1) }
}
