import type { Handles, UnitCurve } from '@arrow-bend/core/bend'

/** The plot's measures, px. */
export const PLOT = { width: 164, height: 204, inset: 7, side: 150, above: 36, least: 60 } as const

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
export function reachOf(curve: UnitCurve, handles: Handles | null): Reach {
  let [low, high] = [0, 1]
  for (let i = 0; i <= 60; i += 1) {
    const p = curve.progress(i / 60)
    low = Math.min(low, p)
    high = Math.max(high, p)
  }
  if (!handles) return { low, high }
  const ends = [handles.leave.rise, 1 - handles.arrive.rise]
  return { low: Math.min(low, ...ends), high: Math.max(high, ...ends) }
}

/** A scale with the unit square as large as fits: it gives way to what lies above and below it. */
export function plotScale({ low, high }: Reach): PlotScale {
  const room = PLOT.height - 2 * PLOT.inset
  const unit = Math.max(PLOT.least, Math.min(PLOT.side, room / (high - low)))
  const spare = room - unit * (high - low)
  const top = PLOT.inset + Math.max(0, Math.min(PLOT.above - PLOT.inset, spare))
  const zero = top + unit * high
  return {
    unit,
    x: (u) => PLOT.inset + u * PLOT.side,
    y: (p) => zero - p * unit,
    u: (x) => (x - PLOT.inset) / PLOT.side,
    p: (y) => (zero - y) / unit,
  }
}
