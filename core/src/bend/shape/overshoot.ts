import type { BendNode, PlainBend, PointsBend } from '../bend.ts'
import { compileBend } from '../curves/compileBend.ts'
import { peakNode, settle } from './settle.ts'
import type { UnitCurve } from '../curves/unitCurve.ts'

type HandlesBend = Extract<PlainBend, { kind: 'handles' }>

export interface Overshoot {
  /** How far progress goes beyond 1, ≥ 0. */
  readonly amount: number
  /** Elapsed fraction of that moment; null where it does not overshoot. */
  readonly at: number | null
}

const LOOKS = 400
const HALVINGS = 40
/** Less than this is not an overshoot but rounding. */
const NOTHING = 1e-6
/** The lowest an arriving handle is pulled: it makes an overshoot of several times the change. */
const LOWEST_RISE = -12

/** How far a curve goes past its end, and when it is farthest. */
export function overshootOf(curve: UnitCurve): Overshoot {
  let at = 0
  let most = -Infinity
  for (let i = 0; i <= LOOKS; i += 1) {
    const p = curve.progress(i / LOOKS)
    if (p > most) [most, at] = [p, i / LOOKS]
  }
  if (most - 1 <= NOTHING) return { amount: 0, at: null }
  let [low, high] = [Math.max(0, at - 1 / LOOKS), Math.min(1, at + 1 / LOOKS)]
  for (let i = 0; i < HALVINGS; i += 1) {
    const third = (high - low) / 3
    if (curve.progress(low + third) < curve.progress(high - third)) low += third
    else high -= third
  }
  const peak = (low + high) / 2
  return { amount: curve.progress(peak) - 1, at: peak }
}

/** How softly handles land that do not overshoot any more, share of the span's time. */
const SOFT = 0.4

/**
 * A bend that overshoots by an amount: a `back` by its number, points by the height of their flat peak, handles that
 * overshoot already by the height of the arriving one. Other handles become a bend that settles, which sets out as they
 * did; without an amount that becomes handles again. Other bends come back as they are.
 * @param amount share of the change, ≥ 0
 */
export function withOvershoot(bend: PlainBend, amount: number): PlainBend {
  const wanted = Math.max(0, amount)
  if (bend.kind === 'family' && bend.family === 'back') return { ...bend, overshoot: wanted }
  if (bend.kind === 'points') return peakMoved(bend, wanted)
  if (bend.kind !== 'handles') return bend
  if (bend.arrive.rise >= 0) return wanted > 0 ? settle(bend.leave, wanted) : bend
  return handleMoved(bend, wanted)
}

function peakMoved(bend: PointsBend, wanted: number): PlainBend {
  const peak = peakNode(bend)
  if (peak === null) return bend
  const { nodes } = bend
  if (wanted === 0 && nodes.length === 3) {
    const [reach, rise] = nodes[0]!.leave
    return { kind: 'handles', leave: { reach, rise }, arrive: { reach: SOFT, rise: 0 } }
  }
  const moved = nodes.map((node, i): BendNode =>
    i === peak ? { ...node, at: [node.at[0], 1 + wanted] } : node,
  )
  return { ...bend, nodes: moved }
}

function handleMoved(bend: HandlesBend, wanted: number): PlainBend {
  const reach = bend.arrive.reach > 0 ? bend.arrive.reach : 1 / 3
  const risen = (rise: number): PlainBend => ({ ...bend, arrive: { ...bend.arrive, reach, rise } })
  if (wanted === 0) return risen(0)
  let [low, high] = [LOWEST_RISE, 0]
  for (let i = 0; i < HALVINGS; i += 1) {
    const rise = (low + high) / 2
    if (overshootOf(compileBend(risen(rise))).amount > wanted) low = rise
    else high = rise
  }
  return risen((low + high) / 2)
}
