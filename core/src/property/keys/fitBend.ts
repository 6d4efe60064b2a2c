import type { PlainBend } from '../../bend/index.ts'
import { fitCubic } from '../../fit/index.ts'
import { TICKS_PER_SECOND } from '../../time/index.ts'
import type { CompiledProperty } from '../compileProperty.ts'
import { handleOfOffset } from '../smooth/sideSlopes.ts'
import { travelOf } from '../speed/travel.ts'

const LOOKS = 64
/** How far inside its ends a stretch is looked at, as a share of it: at a jump the near side counts. */
const INSIDE = 1e-9

export interface FitBendOptions {
  /** Keeps the speed at the start, at the end. */
  readonly keepLeave?: boolean
  readonly keepArrive?: boolean
}

/**
 * The single Bézier nearest to what a property does between two moments, as a bend over a span between them.
 * @param start, end ticks, within the keys
 * Source: `fitCubic`; own for the split into rise and lift.
 */
export function fitBend(
  compiled: CompiledProperty,
  start: number,
  end: number,
  { keepLeave = false, keepArrive = false }: FitBendOptions = {},
): PlainBend {
  const travel = travelOf(compiled)
  const { width } = travel
  const length = end - start
  const at = (time: number): Float64Array => {
    const out = new Float64Array(width)
    travel.valueInto(out, time)
    return out
  }
  const slopeAt = (time: number): Float64Array | null => {
    const out = new Float64Array(width)
    travel.speedInto(out, time)
    const slopes = out.map((part) => (part * length) / TICKS_PER_SECOND)
    return slopes.every(Number.isFinite) ? slopes : null
  }
  const u = Float64Array.from({ length: LOOKS }, (_, i) => (i + 0.5) / LOOKS)
  const values = new Float64Array(LOOKS * width)
  u.forEach((share, i) => values.set(at(start + share * length), i * width))
  const [from, to] = [at(start), at(end)]
  const hair = INSIDE * length
  const fitted = fitCubic(
    { width, u, values, from, to },
    {
      slopes: {
        leave: keepLeave ? slopeAt(start + hair) : null,
        arrive: keepArrive ? slopeAt(end - hair) : null,
      },
    },
  )
  const change = [...to].map((part, i) => part - from[i]!)
  const leave = handleOfOffset(fitted.leave, change, { reach: fitted.reachLeave, side: 'leave' })
  const arrive = handleOfOffset(fitted.arrive, change, { reach: fitted.reachArrive, side: 'arrive' })
  if (compiled.property.mix !== 'geometric') return { kind: 'handles', leave, arrive }
  // Bumps are in the value's own units, not in its logarithm's.
  return {
    kind: 'handles',
    leave: { reach: leave.reach, rise: leave.rise },
    arrive: { reach: arrive.reach, rise: arrive.rise },
  }
}
