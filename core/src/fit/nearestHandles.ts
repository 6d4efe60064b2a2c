import { compileBend, type Handle, type Handles, type PlainBend, type UnitCurve } from '../bend/index.ts'
import { fitCubic } from './fitCubic.ts'

/** Looks the fit is judged by. */
const LOOKS = 96

export interface NearestHandles {
  readonly handles: Handles
  /** Largest error of progress at the looks. */
  readonly error: number
}

/** A bend's handles: its own, a straight line's thirds, or else those of the nearest single Bézier. */
export function asHandles(bend: PlainBend): Handles {
  if (bend.kind === 'handles') return { leave: bend.leave, arrive: bend.arrive }
  const third: Handle = { reach: 1 / 3, rise: 1 / 3 }
  return bend.kind === 'linear' ? { leave: third, arrive: third } : nearestHandles(compileBend(bend)).handles
}

/**
 * The single Bézier nearest to a curve by least squares of progress. How near that is depends on the curve:
 * a sine within 0.01 %, a bounce only in its general run.
 * Source: `fitCubic`.
 */
export function nearestHandles(curve: UnitCurve): NearestHandles {
  const u = Float64Array.from({ length: LOOKS }, (_, i) => (i + 0.5) / LOOKS)
  const values = u.map((at) => curve.progress(at))
  const fitted = fitCubic({ width: 1, u, values, from: [0], to: [1] })
  return {
    handles: {
      leave: { reach: fitted.reachLeave, rise: fitted.leave[0]! },
      arrive: { reach: fitted.reachArrive, rise: fitted.arrive[0]! },
    },
    error: fitted.error,
  }
}
