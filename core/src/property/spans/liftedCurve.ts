import { compileBend, paceOf, type HandlesCurve, type PlainBend, type UnitCurve } from '../../bend/index.ts'

/** A bend's curve with the bumps its handles may carry. */
export interface LiftedCurve {
  readonly curve: UnitCurve
  readonly lifts: Lifts | null
}

interface Lifts {
  readonly curve: HandlesCurve
  readonly leave: readonly number[]
  readonly arrive: readonly number[]
}

const moves = (lift: readonly number[] | undefined): boolean => lift?.some((part) => part !== 0) ?? false

/** Made once for a bend that cannot change any more, as those of a document that is not being written to. */
const MADE = new WeakMap<PlainBend, LiftedCurve>()

/** Compiles a bend together with its lifts (units of the value, one number a component). */
export function liftCurve(bend: PlainBend): LiftedCurve {
  const known = MADE.get(bend)
  if (known) return known
  const made = makeLifted(bend)
  if (Object.isFrozen(bend)) MADE.set(bend, made)
  return made
}

function makeLifted(bend: PlainBend): LiftedCurve {
  const curve = compileBend(bend)
  if (bend.kind !== 'handles' || !(moves(bend.leave.lift) || moves(bend.arrive.lift)))
    return { curve, lifts: null }
  return {
    curve,
    lifts: {
      curve: curve as HandlesCurve,
      leave: bend.leave.lift ?? [],
      arrive: bend.arrive.lift ?? [],
    },
  }
}

/** Adds lift_leave·3s(1−s)² + lift_arrive·3s²(1−s) to each component. */
export function addLift(out: Float64Array, { lifts }: LiftedCurve, u: number): void {
  if (!lifts) return
  const s = lifts.curve.parameter(u)
  const early = 3 * s * (1 - s) ** 2
  const late = 3 * s * s * (1 - s)
  for (let i = 0; i < out.length; i += 1) {
    out[i] = out[i]! + (lifts.leave[i] ?? 0) * early + (lifts.arrive[i] ?? 0) * late
  }
}

/**
 * Turns d(value)/dp, one number a component, into the speed at u in units per second, bumps included. Where time stands
 * still it is the limit of both together, ±∞ where that has no bound.
 */
export function speedThrough(
  out: Float64Array,
  { curve, lifts }: LiftedCurve,
  { u, seconds, width }: { readonly u: number; readonly seconds: number; readonly width: number },
): void {
  if (!lifts) {
    const pace = curve.pace(u) / seconds
    for (let i = 0; i < width; i += 1) out[i] = out[i] === 0 ? 0 : out[i]! * pace
    return
  }
  const { time, ordinates } = lifts.curve
  const s = lifts.curve.parameter(u)
  const [, p1, p2] = ordinates
  for (let i = 0; i < width; i += 1) {
    const change = out[i]!
    const early = change * p1 + (lifts.leave[i] ?? 0)
    const late = change * p2 + (lifts.arrive[i] ?? 0)
    out[i] = paceOf(time, [0, early, late, change], s) / seconds
  }
}
