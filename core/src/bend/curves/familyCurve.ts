import { clamp } from '../../number/index.ts'
import type { FamilyBend, Mode } from '../bend.ts'
import { FAMILIES } from '../families/families.ts'
import { HOLD_CURVE, type UnitCurve } from './unitCurve.ts'

/** A family bend's curve: its formula in the bend's mode, cut to the bend's part. Ends are exact. */
export function compileFamily(bend: FamilyBend): UnitCurve {
  const family = FAMILIES[bend.family]
  const natural = family.compile(bend)
  if (family.natural === null) return bend.part ? partOf(natural, bend.part) : natural
  const whole = withExactEnds(inMode(natural, family.natural, bend.mode ?? 'in'))
  return bend.part ? partOf(whole, bend.part) : whole
}

/** out(u) = 1 − in(1 − u); inOut(u) = in(2u)/2 below ½ and 1 − in(2 − 2u)/2 from there. */
function inMode(natural: UnitCurve, written: 'in' | 'out', wanted: Mode): UnitCurve {
  if (wanted === written) return natural
  const mirrored: UnitCurve = {
    progress: (u) => 1 - natural.progress(1 - u),
    pace: (u) => natural.pace(1 - u),
  }
  if (wanted !== 'inOut') return mirrored
  const easeIn = written === 'in' ? natural : mirrored
  return {
    progress: (u) => (u < 0.5 ? easeIn.progress(2 * u) / 2 : 1 - easeIn.progress(2 - 2 * u) / 2),
    pace: (u) => (u < 0.5 ? easeIn.pace(2 * u) : easeIn.pace(2 - 2 * u)),
  }
}

function withExactEnds(curve: UnitCurve): UnitCurve {
  return {
    progress: (u) => (u <= 0 ? 0 : u >= 1 ? 1 : curve.progress(u)),
    pace: (u) => curve.pace(clamp(u, 0, 1)),
  }
}

function partOf(whole: UnitCurve, [from, to]: readonly [number, number]): UnitCurve {
  // Steps may jump on the very first tick; what lies before it is the span's start all the same.
  const start = from <= 0 ? 0 : whole.progress(from)
  const end = to >= 1 ? 1 : whole.progress(to)
  const change = end - start
  // A difference that is all rounding says nothing of the way between.
  if (Math.abs(change) <= 16 * Number.EPSILON * Math.max(Math.abs(start), Math.abs(end))) return HOLD_CURVE
  const length = to - from
  return {
    progress: (u) => (u <= 0 ? 0 : u >= 1 ? 1 : (whole.progress(from + u * length) - start) / change),
    pace: (u) => (whole.pace(from + clamp(u, 0, 1) * length) * length) / change,
  }
}
