import { clamp } from '../../number/index.ts'
import {
  HandlesCurve,
  LEAST_CHANGE,
  splitBend,
  splitOrdinates,
  type Handle,
  type PlainBend,
} from '../../bend/index.ts'
import type { CompiledProperty } from '../compileProperty.ts'
import { fitBend } from './fitBend.ts'
import { PlaceSpan } from '../spans/placeSpan.ts'
import { handleOfOffset } from '../smooth/sideSlopes.ts'

/** The two bends of a span cut in two. */
export interface BendCut {
  readonly before: PlainBend
  readonly after: PlainBend
  readonly exact: boolean
}

const lifted = (bend: PlainBend): boolean =>
  bend.kind === 'handles' && [bend.leave, bend.arrive].some(({ lift }) => lift?.some((part) => part !== 0))

/**
 * A span's bend cut in two at elapsed fraction u, over the values the span has there. Where no two bends can say
 * that, the nearest are taken and `exact` is false.
 * @param u 0 < u < 1
 */
export function cutBend(compiled: CompiledProperty, span: number, u: number): BendCut {
  const bend = compiled.bends[span]!
  const { kind, mix } = compiled.property
  if (kind === 'choice') return { before: bend, after: bend, exact: true }
  const adds = kind === 'colour' ? mix === undefined || mix === 'oklab' : mix !== 'geometric'
  if (bend.kind === 'handles' && adds && kind !== 'colour') {
    const progress = compiled.spans[span]!.curve.progress(u)
    const flat = Math.abs(progress) < LEAST_CHANGE || Math.abs(1 - progress) < LEAST_CHANGE
    const cut = lifted(bend) || flat ? cutLifted(compiled, span, u) : null
    if (cut) return { ...cut, exact: true }
  }
  const cut = lifted(bend) ? null : splitBend(bend, u)
  if (cut) return { before: cut.before, after: cut.after, exact: true }
  const [from, to] = [compiled.times[span]!, compiled.times[span + 1]!]
  const time = from + u * (to - from)
  return {
    before: fitBend(compiled, from, time, { keepLeave: true }),
    after: fitBend(compiled, time, to, { keepArrive: true }),
    exact: false,
  }
}

/**
 * Cuts a Bézier whose ordinates are absolute values, one cubic a component; what the change cannot carry becomes lift.
 * Null where a half's handles would leave its time: points, which could carry on there, have no bumps.
 */
function cutLifted(
  compiled: CompiledProperty,
  span: number,
  u: number,
): { before: PlainBend; after: PlainBend } | null {
  const { leave, arrive } = compiled.bends[span] as Extract<PlainBend, { kind: 'handles' }>
  const s = new HandlesCurve({ leave, arrive }).parameter(u)
  const time = splitOrdinates([0, leave.reach, 1 - arrive.reach, 1], s)
  const storable = [time.before, time.after].every(
    ([t0, t1, t2, t3]) => Math.max(t1 - t0, t3 - t2) <= (t3 - t0) * (1 + 1e-9),
  )
  if (!storable) return null
  const ordinates = spanEnds(compiled, span).map(([from, to], i) => {
    const change = to - from
    const early = from + leave.rise * change + (leave.lift?.[i] ?? 0)
    const late = to - arrive.rise * change + (arrive.lift?.[i] ?? 0)
    return splitOrdinates([from, early, late, to], s)
  })
  const half = (part: 'before' | 'after', length: number): PlainBend => {
    const times = time[part]
    const reach = (share: number): number => clamp(share / length, 0, 1)
    const lists = ordinates.map((list) => list[part])
    const change = lists.map((list) => list[3] - list[0])
    const handle = (side: 'leave' | 'arrive', share: number): Handle => {
      const offset = lists.map((list) => (side === 'leave' ? list[1] - list[0] : list[3] - list[2]))
      return handleOfOffset(offset, change, { reach: reach(share), side })
    }
    return {
      kind: 'handles',
      leave: handle('leave', times[1] - times[0]),
      arrive: handle('arrive', times[3] - times[2]),
    }
  }
  return { before: half('before', u), after: half('after', 1 - u) }
}

/** From and to of each component; a place counts its distance. */
function spanEnds(compiled: CompiledProperty, span: number): [number, number][] {
  const place = compiled.spans[span]
  if (place instanceof PlaceSpan) return [[0, place.route.length]]
  const { values, width } = compiled
  return Array.from({ length: width }, (_, i) => [values[span * width + i]!, values[(span + 1) * width + i]!])
}
