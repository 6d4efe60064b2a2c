import type { PlainBend } from '../bend.ts'
import { compileFamily } from './familyCurve.ts'
import { HandlesCurve } from './handlesCurve.ts'
import { PointsCurve } from './pointsCurve.ts'
import { HOLD_CURVE, LINEAR_CURVE, type UnitCurve } from './unitCurve.ts'

/** Makes a bend ready for evaluation. The bend must be a valid one (the document's schema sees to it). */
export function compileBend(bend: PlainBend): UnitCurve {
  switch (bend.kind) {
    case 'linear':
      return LINEAR_CURVE
    case 'hold':
      return HOLD_CURVE
    case 'handles':
      return new HandlesCurve(bend)
    case 'family':
      return compileFamily(bend)
    case 'points':
      return new PointsCurve(bend.nodes)
  }
}
