import { clamp } from '@arrow-bend/core/number'
import type { BendNode, Handles, UnitCurve } from '@arrow-bend/core/bend'

/** The plot's measures, px: of the sheet, and of the unit square in it. */
export interface PlotSize {
  readonly width: number
  readonly height: number
  readonly inset: number
  /** Side of the unit square while nothing lies beyond it. */
  readonly side: number
  readonly above: number
  /** The least it shrinks to. */
  readonly least: number
}

/** Room beside the square for the ladder of frames, px. */
export const LADDER_WIDTH = 54
const LEAST_SIDE = 74
const MOST_SIDE = 420

/** The plot as large as its square may be. */
export function plotSize(side: number): PlotSize {
  const fits = Math.round(clamp(side, LEAST_SIDE, MOST_SIDE))
  return { width: fits + 14, height: fits + 48, inset: 7, side: fits, above: 32, least: fits * 0.4 }
}

/** Where progress lies in the plot. */
export interface PlotScale {
  readonly x: (u: number) => number
  readonly y: (p: number) => number
  readonly u: (x: number) => number
  readonly p: (y: number) => number
  /** px from progress 0 to 1 */
  readonly unit: number
}

/** Least and most progress that has to be in view. */
export interface Reach {
  readonly low: number
  readonly high: number
}

/** What a curve and its handles take up. */
export function reachOf(curve: UnitCurve, handles: Handles | null, nodes: readonly BendNode[] = []): Reach {
  let [low, high] = [0, 1]
  const take = (p: number): void => {
    low = Math.min(low, p)
    high = Math.max(high, p)
  }
  for (let i = 0; i <= 60; i += 1) take(curve.progress(i / 60))
  if (handles) [handles.leave.rise, 1 - handles.arrive.rise].forEach(take)
  nodes.forEach(({ at, arrive, leave }) => [at[1] + arrive[1], at[1] + leave[1]].forEach(take))
  return { low, high }
}

/** A scale with the unit square as large as fits: it gives way to what lies above and below it. */
export function plotScale({ low, high }: Reach, size: PlotSize): PlotScale {
  const room = size.height - 2 * size.inset
  const unit = Math.max(size.least, Math.min(size.side, room / (high - low)))
  const spare = room - unit * (high - low)
  const top = size.inset + Math.max(0, Math.min(size.above - size.inset, spare))
  const zero = top + unit * high
  return {
    unit,
    x: (u) => size.inset + u * size.side,
    y: (p) => zero - p * unit,
    u: (x) => (x - size.inset) / size.side,
    p: (y) => (zero - y) / unit,
  }
}
