import type { Framing } from '../../scene/index.ts'
import { asTicks, type Ticks } from '../../time/index.ts'
import { BadEdit } from '../badEdit.ts'
import type { FrameStop } from './frameMove.ts'

/** What lies halfway from one framing to another: sizes by equal ratios. */
const between = (from: Framing, to: Framing): Framing => ({
  centre: [(from.centre[0] + to.centre[0]) / 2, (from.centre[1] + to.centre[1]) / 2],
  width: Math.sqrt(from.width * to.width),
  turn: (from.turn + to.turn) / 2,
})

const onFrame = (t: number, frame: Ticks): Ticks => asTicks(Math.round(t / frame) * frame)

/**
 * A stop more, halfway after one, in time and in what it shows.
 * @param after place of a stop that is not the last
 * @param frame ticks a frame
 * @throws BadEdit where there is no frame between them
 */
export function withStopAfter(stops: readonly FrameStop[], after: number, frame: Ticks): FrameStop[] {
  const [from, to] = [stops[after]!, stops[after + 1]!]
  const t = onFrame((from.t + to.t) / 2, frame)
  if (!(t > from.t && t < to.t))
    throw new BadEdit('There is no frame between these two for a stop. Nothing was added.')
  return stops.toSpliced(after + 1, 0, { t, framing: between(from.framing, to.framing) })
}

/** Without one stop. @throws BadEdit where fewer than two would be left */
export function withoutStop(stops: readonly FrameStop[], which: number): FrameStop[] {
  if (stops.length <= 2)
    throw new BadEdit('A frame move has a first and a last frame. Neither can be taken away.')
  return stops.toSpliced(which, 1)
}

/** One stop at another moment, as near as those beside it let it. @param frame ticks a frame */
export function withStopAt(
  stops: readonly FrameStop[],
  which: number,
  { t, frame }: { readonly t: Ticks; readonly frame: Ticks },
): FrameStop[] {
  const least = which > 0 ? stops[which - 1]!.t + frame : -Infinity
  const most = which < stops.length - 1 ? stops[which + 1]!.t - frame : Infinity
  return stops.with(which, { ...stops[which]!, t: asTicks(Math.max(least, Math.min(most, t))) })
}

/**
 * All stops between two other moments, those between in proportion and on whole frames of the scene.
 * @throws BadEdit where there are fewer frames than stops
 */
export function retimedStops(
  stops: readonly FrameStop[],
  { from, to, frame }: { readonly from: Ticks; readonly to: Ticks; readonly frame: Ticks },
): FrameStop[] {
  const [start, end] = [stops[0]!.t, stops.at(-1)!.t]
  if (to - from < (stops.length - 1) * frame)
    throw new BadEdit(`A move with ${stops.length} stops lasts ${stops.length - 1} frames at least.`)
  let before = -Infinity
  return stops.map((stop, i) => {
    const last = stops.length - 1 - i
    const wanted =
      i === 0
        ? from
        : last === 0
          ? to
          : onFrame(from + ((stop.t - start) / (end - start)) * (to - from), frame)
    const t = Math.max(Math.min(wanted, to - last * frame), before + (i === 0 ? 0 : frame))
    before = t
    return { ...stop, t: asTicks(t) }
  })
}
