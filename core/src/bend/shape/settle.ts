import { clamp } from '../../number/index.ts'
import type { Handle, PlainBend, PointsBend } from '../bend.ts'

/** When it is farthest past its end, share of the span's time. Source: own. */
const PEAK_AT = 0.6
/** How long the peak and the landing are flat, shares of the span's time. Source: own. */
const INTO_PEAK = 0.3
const OUT_OF_PEAK = 0.18
const LANDING = 0.2

/**
 * A bend that goes past its end once and comes back to it without speed.
 * @param leave how it sets out; its lift is left out
 * @param amount how far it goes past its end, share of the change, > 0
 */
export function settle({ reach, rise }: Handle, amount: number): PointsBend {
  return {
    kind: 'points',
    nodes: [
      { at: [0, 0], arrive: [0, 0], leave: [clamp(reach, 0, PEAK_AT), rise], through: 'corner' },
      { at: [PEAK_AT, 1 + amount], arrive: [-INTO_PEAK, 0], leave: [OUT_OF_PEAK, 0], through: 'joined' },
      { at: [1, 1], arrive: [-LANDING, 0], leave: [0, 0], through: 'corner' },
    ],
  }
}

/** The flat inner point by which a bend goes farthest past its end, by its place among the points; null where there is none. */
export function peakNode(bend: PlainBend): number | null {
  if (bend.kind !== 'points') return null
  const { nodes } = bend
  const heights = nodes.map(({ at }) => at[1])
  const highest = heights.indexOf(Math.max(...heights))
  const node = nodes[highest]!
  const isInner = highest > 0 && highest < nodes.length - 1
  const isFlat = node.through !== 'smooth' && node.arrive[1] === 0 && node.leave[1] === 0
  return isInner && isFlat && node.at[1] > 1 ? highest : null
}
