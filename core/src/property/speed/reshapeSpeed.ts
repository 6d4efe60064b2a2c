import { clamp } from '../../number/index.ts'
import { setNodeHandle, type Handle, type ShapedBend } from '../../bend/index.ts'
import { secondsOfTicks } from '../../time/index.ts'
import type { CompiledProperty } from '../compileProperty.ts'
import { MixedSpan } from '../spans/compiledSpan.ts'
import { liftCurve } from '../spans/liftedCurve.ts'

/** A speed wanted at a moment of a span. */
export interface SpeedWish {
  /** Elapsed fraction of the span, 0 … 1. */
  readonly u: number
  /** Units per second. */
  readonly speed: number
  /** Which number of the value; 0 for a place, along its route. */
  readonly component: number
}

/** Share of the wanted speed it may be missed by. */
const WITHIN = 1e-7
const MOST_STEPS = 40
/** For slopes found by differences, and the furthest one step goes, in shares of the span. */
const HAIR = 1e-6
const FURTHEST = 0.12
/** Handles are taken no shorter and no longer than this, unless they are so already: no speed becomes endless. */
const LEAST_REACH = 0.02
const MOST_REACH = 0.92

/** The four numbers that shape one cubic: reach and height of its two handles. Heights are in units of `unit`. */
interface Piece {
  readonly start: readonly number[]
  /** Most a reach may be. */
  readonly room: number
  readonly bendOf: (numbers: readonly number[]) => ShapedBend
}

/**
 * A bend reshaped so that its span has a speed at a moment. Change and time stay, so what is gained here is given up
 * elsewhere; the handles of the cubic that passes the moment move as little as they can, others not at all.
 * @returns the bend nearest to the wish where it cannot be had with reaches of 2 … 92 %
 * Source: own; Newton's method along the steepest way (least change of the four numbers).
 */
export function reshapeSpeed(
  compiled: CompiledProperty,
  span: number,
  bend: ShapedBend,
  { u, speed, component }: SpeedWish,
): ShapedBend {
  const seconds = secondsOfTicks(compiled.times[span + 1]! - compiled.times[span]!)
  const mixer = compiled.mixers[span]!
  const out = new Float64Array(Math.max(compiled.width, mixer.width))
  const way = changesOf(compiled, span)[component] ?? 0
  const change = Math.abs(way)
  const piece = pieceAt(bend, u, {
    component,
    flat: change === 0,
    unit: (Math.abs(speed) * seconds) / 4 || 1,
  })
  const missOf = (numbers: readonly number[]): number => {
    new MixedSpan(mixer, liftCurve(piece.bendOf(numbers)), seconds).speedInto(out, u)
    return speed - out[component]!
  }
  // Unless it is asked to back up, a motion that goes on at its ends is not made to turn round there.
  const { least, most } = boundsOf(piece, change !== 0 && speed * way >= 0)
  const within = (numbers: readonly number[]): number[] =>
    numbers.map((number, i) => clamp(number, least[i]!, most[i]!))

  let now = within(piece.start)
  let miss = missOf(now)
  const enough = WITHIN * Math.max(Math.abs(speed), change / seconds, 1e-9)
  for (let step = 0; step < MOST_STEPS && Math.abs(miss) > enough; step += 1) {
    const slopes = now.map((number, i) => {
      const hair = number + HAIR <= most[i]! ? HAIR : -HAIR
      return (miss - missOf(now.map((other, k) => (k === i ? other + hair : other)))) / hair
    })
    // A number at its end is left out when it would have to go on.
    const free = slopes.map((slope, i) => {
      const way = slope * miss
      return (way > 0 && now[i]! >= most[i]!) || (way < 0 && now[i]! <= least[i]!) ? 0 : slope
    })
    const steep = free.reduce((sum, slope) => sum + slope * slope, 0)
    if (!(steep > 0)) break
    const wanted = free.map((slope) => (slope * miss) / steep)
    let share = Math.min(1, FURTHEST / Math.max(...wanted.map(Math.abs)))
    let next = now
    let nextMiss = miss
    for (let halving = 0; halving < 12; halving += 1, share /= 2) {
      const tried = within(now.map((number, i) => number + share * wanted[i]!))
      const triedMiss = missOf(tried)
      if (Math.abs(triedMiss) < Math.abs(miss)) {
        next = tried
        nextMiss = triedMiss
        break
      }
    }
    if (next === now) break
    now = next
    miss = nextMiss
  }
  return piece.bendOf(now)
}

/** How far the numbers of a piece may go; ones that are beyond already may stay there. */
function boundsOf({ start, room }: Piece, onward: boolean): Record<'least' | 'most', number[]> {
  return {
    most: start.map((number, i) => (i % 2 === 0 ? Math.max(number, MOST_REACH * room) : Infinity)),
    least: start.map((number, i) => {
      if (i % 2 === 0) return Math.min(number, LEAST_REACH * room)
      return onward ? Math.min(number, 0) : -Infinity
    }),
  }
}

/** How much each component changes from one key to the next; along its route for a place. */
function changesOf({ mixers }: CompiledProperty, span: number): Float64Array {
  const mixer = mixers[span]!
  const out = new Float64Array(mixer.width)
  mixer.slopeInto(out, 0.5)
  return out
}

interface PieceOptions {
  readonly component: number
  /** Whether the component does not change, so that only bumps can move it. */
  readonly flat: boolean
  /** What a bump is measured in, units of the value. */
  readonly unit: number
}

function pieceAt(bend: ShapedBend, u: number, { component, flat, unit }: PieceOptions): Piece {
  if (bend.kind === 'handles') {
    const { leave, arrive } = bend
    const liftOf = ({ lift }: Handle): number => (lift?.[component] ?? 0) / unit
    const withHeight = (handle: Handle, reach: number, height: number): Handle => {
      if (!flat) return { ...handle, reach, rise: height }
      const lift = Array.from(
        { length: Math.max(component + 1, handle.lift?.length ?? 0) },
        (_, i) => handle.lift?.[i] ?? 0,
      )
      lift[component] = height * unit
      return { ...handle, reach, lift }
    }
    return {
      start: flat
        ? [leave.reach, liftOf(leave), arrive.reach, liftOf(arrive)]
        : [leave.reach, leave.rise, arrive.reach, arrive.rise],
      room: 1,
      bendOf: ([reachLeave, leaving, reachArrive, arriving]) => ({
        kind: 'handles',
        leave: withHeight(leave, reachLeave!, leaving!),
        arrive: withHeight(arrive, reachArrive!, arriving!),
      }),
    }
  }
  const { nodes } = bend
  const next = Math.max(
    1,
    nodes.findIndex((node) => node.at[0] >= u),
  )
  const [from, to] = [nodes[next - 1]!, nodes[next]!]
  return {
    start: [from.leave[0], from.leave[1], -to.arrive[0], -to.arrive[1]],
    room: to.at[0] - from.at[0],
    bendOf: ([reachLeave, leaving, reachArrive, arriving]) => {
      const left = setNodeHandle(nodes, next - 1, 'leave', [reachLeave!, leaving!])
      return { kind: 'points', nodes: setNodeHandle(left, next, 'arrive', [-reachArrive!, -arriving!]) }
    },
  }
}
