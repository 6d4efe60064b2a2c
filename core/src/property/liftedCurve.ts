import { compileBend, type HandlesCurve, type PlainBend, type UnitCurve } from '../bend/index.ts'

/** A bend's curve with the bumps its handles may carry. */
export interface LiftedCurve {
  readonly curve: UnitCurve
  readonly lifts: Lifts | null
}

interface Lifts {
  readonly curve: HandlesCurve
  /** dp/du of the Bézier parameter is ds/du; the time slope comes from the same handles. */
  readonly time: readonly [first: number, second: number]
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
      time: [bend.leave.reach, 1 - bend.arrive.reach],
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

/** dT/ds of the handles at Bézier parameter s. */
function timeSlope([first, second]: readonly [number, number], s: number): number {
  return 3 * ((1 - s) ** 2 * first + 2 * s * (1 - s) * (second - first) + s * s * (1 - second))
}

/** Adds the lifts' part of the speed, units per second. Where time stands still at s the value a hair inside is used. */
export function addLiftSpeed(out: Float64Array, { lifts }: LiftedCurve, u: number, seconds: number): void {
  if (!lifts) return
  let s = lifts.curve.parameter(u)
  if (!(timeSlope(lifts.time, s) > 0)) s = lifts.curve.parameter(Math.min(1 - 1e-9, Math.max(1e-9, u)))
  const scale = 1 / (timeSlope(lifts.time, s) * seconds)
  const early = 3 * (1 - s) * (1 - 3 * s) * scale
  const late = 3 * s * (2 - 3 * s) * scale
  for (let i = 0; i < out.length; i += 1) {
    out[i] = out[i]! + (lifts.leave[i] ?? 0) * early + (lifts.arrive[i] ?? 0) * late
  }
}
