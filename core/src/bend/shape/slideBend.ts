import { clamp } from '../../number/index.ts'
import type { BendNode, Handle, PlainBend, PointsBend } from '../bend.ts'
import { clampNodes } from './clampNodes.ts'
import { compileBend } from '../curves/compileBend.ts'
import type { UnitCurve } from '../curves/unitCurve.ts'

/** A bend with handles of its own to be reshaped. */
export type ShapedBend = Extract<PlainBend, { kind: 'handles' }> | PointsBend

/** Nearest a moment may come to a span's ends. */
const LEAST_ROOM = 0.01
/** Looks for the fastest moment, then halvings of the gap between two of them. */
const LOOKS = 200
const HALVINGS = 24
/** A pace that differs by less than this share has no fastest moment. */
const EVEN = 1e-6

const inside = (u: number): number => clamp(u, LEAST_ROOM, 1 - LEAST_ROOM)

/**
 * A bend with its time stretched before a moment and squeezed after it, or the reverse: what happened at `from`
 * happens about `to`. Both ends stay, and so does the progress of every point.
 * @param from,to elapsed fractions, taken to 0.01 … 0.99
 * Source: own; the map u·k / (1 + (k−1)·u), which is smooth, monotone and takes 0 to 0 and 1 to 1.
 */
export function slideBend(bend: ShapedBend, from: number, to: number): ShapedBend {
  const [before, after] = [inside(from), inside(to)]
  return warpBend(bend, (after * (1 - before)) / (before * (1 - after)))
}

function warpBend(bend: ShapedBend, k: number): ShapedBend {
  if (bend.kind === 'handles') {
    const side = (handle: Handle, rate: number): Handle => ({
      ...handle,
      reach: Math.min(1, handle.reach * rate),
    })
    return { ...bend, leave: side(bend.leave, k), arrive: side(bend.arrive, 1 / k) }
  }
  const last = bend.nodes.length - 1
  const nodes = bend.nodes.map((node, i): BendNode => {
    const u = node.at[0]
    const rate = k / (1 + (k - 1) * u) ** 2
    const at = i === 0 || i === last ? u : (u * k) / (1 + (k - 1) * u)
    return {
      ...node,
      at: [at, node.at[1]],
      arrive: [node.arrive[0] * rate, node.arrive[1]],
      leave: [node.leave[0] * rate, node.leave[1]],
    }
  })
  return { kind: 'points', nodes: clampNodes(nodes) }
}

/** The elapsed fraction at which a curve is fastest, either way; null for one as fast throughout. */
export function peakOfCurve(curve: UnitCurve): number | null {
  const pace = (u: number): number => {
    const at = Math.abs(curve.pace(u))
    return Number.isFinite(at) ? at : Number.MAX_VALUE
  }
  let peak = 0
  let [most, least] = [-Infinity, Infinity]
  for (let i = 0; i <= LOOKS; i += 1) {
    const at = pace(i / LOOKS)
    if (at > most) [most, peak] = [at, i / LOOKS]
    least = Math.min(least, at)
  }
  if (!(most - least > EVEN * most)) return null
  let [low, high] = [Math.max(0, peak - 1 / LOOKS), Math.min(1, peak + 1 / LOOKS)]
  for (let i = 0; i < HALVINGS; i += 1) {
    const third = (high - low) / 3
    if (pace(low + third) < pace(high - third)) low += third
    else high -= third
  }
  return (low + high) / 2
}

/**
 * A bend whose fastest moment lies where it is wanted, as near as stretching its time can bring it there. One that is
 * as fast throughout is stretched about its middle.
 * @param to elapsed fraction, taken to 0.01 … 0.99
 */
export function slidePeak(bend: ShapedBend, to: number): ShapedBend {
  const peak = peakOfCurve(compileBend(bend))
  if (peak === null) return slideBend(bend, 0.5, to)
  const wanted = inside(to)
  let [low, high] = [-6, 6]
  for (let i = 0; i < HALVINGS; i += 1) {
    const power = (low + high) / 2
    if ((peakOfCurve(compileBend(warpBend(bend, 2 ** power))) ?? 0.5) < wanted) low = power
    else high = power
  }
  return warpBend(bend, 2 ** ((low + high) / 2))
}
