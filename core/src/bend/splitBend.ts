import type { Bend, Handles } from './bend.ts'
import { compileBend } from './compileBend.ts'
import { HandlesCurve } from './handlesCurve.ts'

export interface SplitBend {
  readonly before: Bend
  readonly after: Bend
  /** Progress of the whole bend at the split. */
  readonly progress: number
}

/** Shares of the change below this cannot carry a bend of their own: dividing by them would lose the digits. */
export const LEAST_CHANGE = 1e-9

/**
 * Cuts a bend in two at an elapsed fraction without changing what it does.
 * @param u 0 < u < 1
 * @returns the bends of both parts over their own time and change, or null when one part changes nothing
 *   in all yet moves inside, which no bend over that change can say
 * Source: P. de Casteljau's subdivision for Béziers; own for families (`part`).
 */
export function splitBend(bend: Bend, u: number): SplitBend | null {
  const progress = compileBend(bend).progress(u)
  if (bend.kind === 'linear' || bend.kind === 'hold') return { before: bend, after: bend, progress }
  if (Math.abs(progress) < LEAST_CHANGE || Math.abs(1 - progress) < LEAST_CHANGE) {
    return bend.kind === 'family' && bend.family === 'steps' ? splitFlatSteps(bend, u, progress) : null
  }
  if (bend.kind === 'family') {
    const [from, to] = bend.part ?? [0, 1]
    const at = from + u * (to - from)
    return { before: { ...bend, part: [from, at] }, after: { ...bend, part: [at, to] }, progress }
  }
  return bend.kind === 'handles' ? splitHandles(bend, u, progress) : splitPoints(bend, u)
}

/** Steps stand still between jumps, so a part without change is a hold. */
function splitFlatSteps(bend: Extract<Bend, { kind: 'family' }>, u: number, progress: number): SplitBend {
  const [from, to] = bend.part ?? [0, 1]
  const at = from + u * (to - from)
  const flatBefore = Math.abs(progress) < LEAST_CHANGE
  return {
    before: flatBefore ? { kind: 'hold' } : { ...bend, part: [from, at] },
    after: flatBefore ? { ...bend, part: [at, to] } : { kind: 'hold' },
    progress,
  }
}

/** The ordinates of a cubic's two halves at s. */
export function splitOrdinates(
  [p0, p1, p2, p3]: readonly [number, number, number, number],
  s: number,
): { before: [number, number, number, number]; after: [number, number, number, number] } {
  const mix = (from: number, to: number): number => from + s * (to - from)
  const q0 = mix(p0, p1)
  const q1 = mix(p1, p2)
  const q2 = mix(p2, p3)
  const r0 = mix(q0, q1)
  const r1 = mix(q1, q2)
  const middle = mix(r0, r1)
  return { before: [p0, q0, r0, middle], after: [middle, r1, q2, p3] }
}

function splitHandles(handles: Handles, u: number, progress: number): SplitBend {
  const s = new HandlesCurve(handles).parameter(u)
  const { leave, arrive } = handles
  const time = splitOrdinates([0, leave.reach, 1 - arrive.reach, 1], s)
  const rise = splitOrdinates([0, leave.rise, 1 - arrive.rise, 1], s)
  return {
    before: handlesOver(time.before, rise.before, u, progress),
    after: handlesOver(time.after, rise.after, 1 - u, 1 - progress),
    progress,
  }
}

const within01 = (share: number): number => Math.min(1, Math.max(0, share))

function handlesOver(time: readonly number[], rise: readonly number[], length: number, change: number): Bend {
  const [t0, t1, t2, t3] = time as [number, number, number, number]
  const [p0, p1, p2, p3] = rise as [number, number, number, number]
  return {
    kind: 'handles',
    leave: { reach: within01((t1 - t0) / length), rise: (p1 - p0) / change },
    arrive: { reach: within01((t3 - t2) / length), rise: (p3 - p2) / change },
  }
}

function splitPoints(bend: Extract<Bend, { kind: 'points' }>, u: number): SplitBend {
  const nodes = bend.nodes.map((node) => ({ ...node }))
  const next = nodes.findIndex((node) => node.at[0] > u)
  const from = nodes[next - 1]!
  const to = nodes[next]!
  const length = to.at[0] - from.at[0]
  const local = (u - from.at[0]) / length
  const time = [0, within01(from.leave[0] / length), 1 - within01(-to.arrive[0] / length), 1] as const
  const s =
    local <= 0
      ? 0
      : new HandlesCurve({
          leave: { reach: time[1], rise: 0 },
          arrive: { reach: 1 - time[2], rise: 0 },
        }).parameter(local)
  const times = splitOrdinates([...time], s)
  const rises = splitOrdinates([from.at[1], from.at[1] + from.leave[1], to.at[1] + to.arrive[1], to.at[1]], s)
  const progress = rises.before[3]
  const [before, after] = [times.before, times.after]
  const middle = {
    at: [u, progress] as const,
    arrive: [(before[2] - before[3]) * length, rises.before[2] - progress] as const,
    leave: [(after[1] - after[0]) * length, rises.after[1] - progress] as const,
    through: 'corner' as const,
  }
  const first = { ...from, leave: [before[1] * length, rises.before[1] - from.at[1]] as const }
  const last = { ...to, arrive: [(after[2] - 1) * length, rises.after[2] - to.at[1]] as const }
  const scaled = (list: typeof nodes, start: number, span: number, base: number, change: number): Bend => ({
    kind: 'points',
    nodes: list.map((node) => ({
      at: [(node.at[0] - start) / span, (node.at[1] - base) / change],
      arrive: [node.arrive[0] / span, node.arrive[1] / change],
      leave: [node.leave[0] / span, node.leave[1] / change],
      through: node.through,
    })),
  })
  const before2 = [...nodes.slice(0, next - 1), first, middle]
  const after2 = [middle, last, ...nodes.slice(next + 1)]
  return {
    before: scaled(before2, 0, u, 0, progress),
    after: scaled(after2, u, 1 - u, progress, 1 - progress),
    progress,
  }
}
